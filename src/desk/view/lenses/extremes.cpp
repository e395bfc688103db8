// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/extremes.h"
#include "desk/view/lens.h"

namespace underpaint {
namespace {

/// All but pure black and white outside the foci goes into the middle greys.
RgbBlock marked(const LensTile& tile) {
    RgbBlock pixels = tile.now;
    const Rect& area = pixels.area();
    for (int y = 0; y < area.height; ++y) {
        const RgbRow row = pixels.row(y);
        for (int x = 0; x < area.width; ++x) {
            const auto i = static_cast<std::size_t>(x);
            const Rgb c = row[i];
            const Extreme found = extreme_of(c);
            const Point at{(area.x + x + 0.5) * tile.shrink, (area.y + y + 0.5) * tile.shrink};
            if (found != Extreme::none && !in_focus(tile.plan.foci, at))
                row.set(i, grey(found == Extreme::black ? 0.0F : 1.0F));
            else
                row.set(i, grey(0.36F + 0.22F * (0.3F * c.r + 0.59F * c.g + 0.11F * c.b)));
        }
    }
    return pixels;
}

}  // namespace

const LensRecord kExtremesLens{
    .lens = Lens::extremes,
    .id = "extremes",
    .label = "Extremes",
    .about =
        "Black and white stand out where the paint is all but pure black or white outside the foci",
    .on_values = true,
    .on_colour = true,
    .note = "Outside the foci only pure black and white keep their value here",
    .pixels = marked,
    .heeds_foci = true,
};

}  // namespace underpaint
