// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/palette_figures.h"

#include <algorithm>

#include "colour/intensity.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "colour/warmth.h"
#include "painting/stage.h"
#include "palette/mother.h"
#include "raster/in_parallel.h"
#include "render/render.h"

namespace underpaint {

double shrink_within(Size picture, int side) {
    return std::max(1.0, std::max(picture.width, picture.height) / static_cast<double>(side));
}

std::optional<RgbBlock> seen_within(const Painting& painting, int side,
                                    const std::stop_token& stop) {
    const Painting seen = as_seen(painting);
    return render_view(seen, seen.passes.size(),
                       whole_at(seen.size(), shrink_within(seen.size(), side)), stop);
}

std::vector<int> nearest_colours(const std::vector<Rgb>& colours, const RgbBlock& picture) {
    std::vector<OkLab> labs;
    for (const Rgb colour : colours) labs.push_back(oklab(decode(colour)));
    const ConstRgbRow all = picture.all();
    std::vector<int> nearest(all.r.size(), -1);
    constexpr std::size_t strip = 4096;
    in_parallel(std::size_t{0}, (nearest.size() + strip - 1) / strip, [&](std::size_t piece) {
        const std::size_t end = std::min(nearest.size(), (piece + 1) * strip);
        for (std::size_t i = piece * strip; i < end; ++i) {
            const OkLab is = oklab(decode(all[i]));
            float least = kNearColour * kNearColour;
            for (std::size_t k = 0; k < labs.size(); ++k) {
                const float l = labs[k].l - is.l, a = labs[k].a - is.a, b = labs[k].b - is.b;
                const float far = l * l + a * a + b * b;
                if (far < least) least = far, nearest[i] = static_cast<int>(k);
            }
        }
    });
    return nearest;
}

PaletteFigures figures_of(const Palette& palette, const RgbBlock& picture, Reader reader) {
    PaletteFigures figures;
    std::vector<Rgb> colours;
    for (const PaletteColour& colour : palette.colours)
        colours.push_back(effective(palette, colour));
    if (colours.empty()) {
        figures.none = 1;
        return figures;
    }
    const std::vector<int> nearest = nearest_colours(colours, picture);
    std::vector<double> counts(colours.size());
    for (const int place : nearest)
        if (place >= 0) ++counts[static_cast<std::size_t>(place)];
    const auto pixels = static_cast<double>(std::max<std::size_t>(nearest.size(), 1));
    figures.none = 1;
    float most = -1;
    for (std::size_t i = 0; i < colours.size(); ++i) {
        const Rgb colour = colours[i];
        const ColourFigures is{static_cast<double>(step_of(read(reader, colour))),
                               static_cast<double>(intensity(colour)),
                               static_cast<double>(warmth(colour)), counts[i] / pixels};
        figures.none -= is.area;
        if (is.warmth >= kWarmColour) figures.warm += is.area;
        if (is.warmth <= -kWarmColour) figures.cool += is.area;
        if (const float strong = strength(colour); strong > most)
            most = strong, figures.strongest = i;
        figures.colours.push_back(is);
    }
    figures.none = std::max(0.0, figures.none);
    const auto [low, high] = std::ranges::minmax(figures.colours, {}, &ColourFigures::step);
    figures.darkest = low.step, figures.lightest = high.step;
    return figures;
}

}  // namespace underpaint
