// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "desk/view/lens_pixels.h"
#include "render/readings.h"

namespace underpaint {

/// A step is full tint; what is inside the held budget stays nearly grey.
Rgb drift_tint(float drift, float grey) {
    const float size = std::min(std::fabs(drift), 1.0F);
    const float share = size * size * (3 - 2 * size) * 0.35F + size * 0.65F;
    return tinted(grey, drift > 0 ? kUpTint : kDownTint, share);
}

namespace {

/// Over the greys of now, darkened to let it show.
RgbBlock drift_of(const LensTile& tile) {
    const FloatBlock steps = steps_of(tile.now, tile.reader),
                     before = steps_of(tile.sealed, tile.reader);
    RgbBlock result(tile.now.area());
    const RgbRow all = result.all();
    for (std::size_t i = 0; i < all.r.size(); ++i) {
        const float step = steps.samples()[i];
        all.set(i,
                drift_tint(step - before.samples()[i], encoded_grey_of(lightness_of_step(step))));
    }
    return result;
}

}  // namespace

const LensRecord kDriftLens{
    .lens = Lens::drift,
    .id = "drift",
    .label = "Drift",
    .about = "Tinted: what reads lighter than sealed turns amber, what reads darker turns blue",
    .on_colour = true,
    .note = "Tinted by drift: amber reads lighter than sealed, blue darker; full at one step",
    .of = LensRecord::Of::both,
    .pixels = drift_of,
};

}  // namespace underpaint
