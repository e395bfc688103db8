// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "desk/view/lens_pixels.h"
#include "render/readings.h"

namespace underpaint {
namespace {

constexpr float kFull = 20;  // warmth that gets the full tint; sRGB reaches from about -31 to +23

Rgb tint_of(float warmth, float grey) {
    const float share = std::clamp(std::fabs(warmth) / kFull, 0.0F, 1.0F);
    return tinted(grey, warmth > 0 ? kUpTint : kDownTint, share);
}

RgbBlock warmth_tinted(const LensTile& tile) {
    const FloatBlock warmth = warmth_of(tile.now);
    RgbBlock pixels = in_grey(tile);
    const RgbRow all = pixels.all();
    for (std::size_t i = 0; i < all.r.size(); ++i)
        all.set(i, tint_of(warmth.samples()[i], all.r[i]));
    return pixels;
}

}  // namespace

const LensRecord kWarmthLens{
    .lens = Lens::warmth,
    .id = "warmth",
    .label = "Warmth",
    .about = "Tinted: what is warm turns amber, what is cool turns blue; neutrals stay grey",
    .on_colour = true,
    .note = "Tinted by warmth: amber warm, blue cool",
    .legend =
        LensLegend{"−20", "+20", -1, [](float share) { return tint_of(share * kFull, 0.5F); }},
    .pixels = warmth_tinted,
};

}  // namespace underpaint
