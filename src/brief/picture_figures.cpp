// SPDX-License-Identifier: GPL-3.0-or-later
#include "brief/picture_figures.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "audit/extremes.h"
#include "audit/measures/swing.h"
#include "audit/shapes.h"
#include "blend/lay.h"
#include "colour/intensity.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "palette/mother.h"
#include "raster/regions.h"
#include "raster/shrink.h"
#include "render/readings.h"

namespace underpaint {
namespace {

// Long sides of the copies for the strongest colour and for the five colours; the time of k-means
// grows with the pixels.
constexpr int kSmallSide = 320, kPaletteSide = 128;
constexpr double kMostIntense = 0.995, kStrongShare = 0.8;

double swing_of(const FloatBlock& steps, const FloatBlock& warmth, double split) {
    SwingTally tally;
    for (int y = 0; y < steps.area().height; ++y) {
        double light = 0, shadow = 0, lights = 0, shadows = 0;
        const auto step = steps.row(y), warm = warmth.row(y);
        for (std::size_t x = 0; x < step.size(); ++x) {
            const bool is_light = static_cast<double>(step[x]) >= split;
            (is_light ? light : shadow) += static_cast<double>(warm[x]);
            (is_light ? lights : shadows) += 1;
        }
        tally.light.add(light, lights);
        tally.shadow.add(shadow, shadows);
    }
    return tally.swing();
}

struct LightSum {
    double r = 0, g = 0, b = 0, count = 0;
    void add(Rgb encoded) {
        const LinearRgb c = decode(encoded);
        r += static_cast<double>(c.r), g += static_cast<double>(c.g), b += static_cast<double>(c.b);
        ++count;
    }
    Rgb mean() const {
        const double by = std::max(count, 1.0);
        return encode(
            {static_cast<float>(r / by), static_cast<float>(g / by), static_cast<float>(b / by)});
    }
};

StrongestAt shade_of(const Splits& splits, float step) {
    constexpr std::array from_dark{StrongestAt::shadows, StrongestAt::halftones,
                                   StrongestAt::lights};
    return from_dark[shape_of_step(splits, static_cast<double>(step))];
}

/// `shrink`: pixels of the picture in one of `small`.
std::optional<StrongestColour> strongest_in(const RgbBlock& small, Reader reader,
                                            std::span<const Focus> foci, double shrink) {
    const ConstRgbRow pixels = small.all();
    const std::size_t count = pixels.r.size();
    std::vector<float> strength(count);
    for (std::size_t i = 0; i < count; ++i) strength[i] = underpaint::strength(pixels[i]);
    std::vector<float> sorted = strength;
    const auto rank =
        static_cast<std::ptrdiff_t>(std::ceil(kMostIntense * static_cast<double>(count))) - 1;
    std::ranges::nth_element(sorted, sorted.begin() + std::max<std::ptrdiff_t>(rank, 0));
    const float most = sorted[static_cast<std::size_t>(std::max<std::ptrdiff_t>(rank, 0))];
    if (most < kGreyIntensity) return std::nullopt;

    const FloatBlock steps = steps_of(small, reader);
    StepHistogram histogram;
    histogram.add(steps.samples());
    const Splits splits = best_splits(histogram, ShapeCount::three);
    const auto width = static_cast<std::size_t>(small.area().width);
    const auto place = [&](std::size_t i) {
        return Point{(static_cast<double>(i % width) + 0.5) * shrink,
                     (static_cast<double>(i / width) + 0.5) * shrink};
    };
    std::vector<std::uint8_t> strong(count);
    std::array<std::size_t, kStrongestAts.size()> by_shade{};
    double area = 0, inside = 0;
    for (std::size_t i = 0; i < count; ++i) {
        if (static_cast<double>(strength[i]) < kStrongShare * static_cast<double>(most)) continue;
        strong[i] = 1;
        ++area;
        inside += in_focus(foci, place(i)) ? 1 : 0;
        ++by_shade[static_cast<std::size_t>(shade_of(splits, steps.samples()[i]))];
    }
    const Regions pieces = find_regions(small.area().size(), strong);
    LightSum colour;
    Point middle;
    for (std::size_t i = 0; i < count; ++i) {
        if (pieces.labels[i] != pieces.regions.front().label) continue;
        colour.add(pixels[i]);
        middle.x += place(i).x, middle.y += place(i).y;
    }
    const auto at = std::ranges::max_element(by_shade) - by_shade.begin();
    return StrongestColour{area / static_cast<double>(count),
                           {middle.x / colour.count / (shrink * small.area().width),
                            middle.y / colour.count / (shrink * small.area().height)},
                           colour.mean(),
                           static_cast<StrongestAt>(at),
                           inside / area};
}

}  // namespace

std::optional<PictureFigures> measure_picture(const RgbBlock& pixels, Reader reader,
                                              std::span<const Focus> foci,
                                              const std::stop_token& stop) {
    PictureFigures figures;
    const FloatBlock steps = steps_of(pixels, reader);
    figures.steps.add(steps.samples());
    figures.range = range_of(figures.steps);
    figures.key = key_of(figures.steps);
    if (stop.stop_requested()) return std::nullopt;
    figures.swing = swing_of(steps, warmth_of(pixels), figures.steps.otsu_split());
    if (stop.stop_requested()) return std::nullopt;

    const RgbBlock small = shrunk(pixels, kSmallSide);
    const ConstRgbRow all = small.all();
    LightSum mean;
    for (std::size_t i = 0; i < all.r.size(); ++i) mean.add(all[i]);
    figures.mean = mean.mean();
    figures.colours = palette_of(shrunk(small, kPaletteSide), kReferenceColours);
    if (stop.stop_requested()) return std::nullopt;
    figures.strongest = strongest_in(small, reader, foci,
                                     static_cast<double>(pixels.area().width) / small.area().width);
    figures.grey = !figures.strongest;
    if (figures.grey) figures.swing = 0;
    return figures;
}

double mother_share(const PictureFigures& figures, Rgb mother) {
    return share_of_mother(figures.mean, mother);
}

void tint(RgbBlock& pixels, Rgb colour) {
    const Laying how{BlendMode::true_colour, 0};
    const RgbRow all = pixels.all();
    for (std::size_t i = 0; i < all.r.size(); ++i)
        all.set(i, lay(how, ConstRgbRow(all)[i], colour, 1));
}

}  // namespace underpaint
