// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/intensity.h"

#include "desk/view/lens_pixels.h"

namespace underpaint {
namespace {

/// One hue for all, of which no colour of the picture is an end.
constexpr Rgb kTint{0.86F, 0.30F, 0.72F};

RgbBlock intensity_tinted(const LensTile& tile) {
    RgbBlock pixels = in_grey(tile);
    const RgbRow all = pixels.all();
    const ConstRgbRow now = tile.now.all();
    for (std::size_t i = 0; i < all.r.size(); ++i)
        all.set(i, tinted(all.r[i], kTint, intensity(now[i])));
    return pixels;
}

}  // namespace

const LensRecord kIntensityLens{
    .lens = Lens::intensity,
    .id = "intensity",
    .label = "Intensity",
    .about =
        "Tinted by how intense colour is: its share of the most that there is at that "
        "lightness and hue",
    .on_colour = true,
    .note = "Tinted by intensity: grey is neutral",
    .legend = LensLegend{"0%", "100%", 0, [](float share) { return tinted(0.5F, kTint, share); }},
    .pixels = intensity_tinted,
};

}  // namespace underpaint
