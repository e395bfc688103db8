// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/study.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

#include "audit/shapes.h"
#include "audit/step_histogram.h"
#include "colour/ciede2000.h"
#include "colour/intensity.h"
#include "colour/lab.h"
#include "colour/srgb.h"
#include "practice/drawing.h"
#include "practice/place_in_words.h"
#include "practice/study_pixels.h"
#include "raster/regions.h"
#include "raster/shrink.h"
#include "render/readings.h"

namespace underpaint {
namespace {

constexpr int kComparedSide = 800;
// Share of a shape that must differ for it to count as missing.
constexpr double kShapeDiffers = 0.7;
constexpr std::size_t kMostPlaces = 6;
constexpr double kWithinPalette = 3;  // CIEDE2000 within which a colour belongs to the palette
constexpr int kRounds = 60;           // rounds of k-means at most

/// The study in the frame of the reference, whichever way it lies.
std::optional<Picture> in_frame(Picture study, const RgbBlock& reference, Reader reader,
                                StudyFigures& figures, const std::stop_token& stop) {
    const Size frame = reference.area().size();
    const FloatBlock steps = steps_of(reference, reader);
    auto found = aligned(steps, steps_of(study, reader), stop);
    if (found && found->certainty >= kPerhapsAligned && found->turned()) {
        const Alignment way = *found;
        study = turned_back(std::move(study), way);
        found = aligned(steps, steps_of(study, reader), stop);
        if (found) found->mirrored = way.mirrored, found->quarter_turns = way.quarter_turns;
    }
    if (!found) return std::nullopt;
    figures.where = *found;
    figures.surely = found->certainty >= kPerhapsAligned;
    // A flat study correlates weakly; if it has the same shape it is not moved.
    const bool as_it_lies =
        !figures.surely || (found->certainty < kSurelyAligned && same_shape(frame, study.size()));
    if (as_it_lies) return scaled(study, frame);
    const double by = 1 / found->scale;
    const auto side = [&](int pixels) {
        return std::max(1, static_cast<int>(std::lround(pixels * by)));
    };
    return reframed(study, {{side(study.size().width), side(study.size().height)},
                            static_cast<int>(std::lround(-found->at.x * by)),
                            static_cast<int>(std::lround(-found->at.y * by)),
                            frame});
}

StepHistogram histogram_of(const FloatBlock& steps) {
    StepHistogram histogram;
    histogram.add(steps.samples());
    return histogram;
}

std::size_t nearest_to(const std::vector<double>& values, double step) {
    std::size_t nearest = 0;
    for (std::size_t i = 1; i < values.size(); ++i)
        if (std::abs(step - values[i]) < std::abs(step - values[nearest])) nearest = i;
    return nearest;
}

/// The values of a study that has so many: medians of what is nearest to each, until they rest,
/// begun at quantiles in the middle of equal shares. Medians, since a value that crept in would
/// draw a mean toward it.
std::vector<double> flat_values(const FloatBlock& steps, std::size_t count) {
    const StepHistogram histogram = histogram_of(steps);
    const double low = histogram.percentile(0.005), high = histogram.percentile(0.995);
    std::vector<double> values;
    for (std::size_t i = 0; i < count; ++i)
        values.push_back(low + (high - low) * static_cast<double>(i) /
                                   static_cast<double>(std::max<std::size_t>(1, count - 1)));
    for (int round = 0; round < kRounds; ++round) {
        double moved = 0;
        for (std::size_t i = 0; i < count; ++i) {
            // The range of a value ends halfway to its neighbours.
            const double from = i == 0 ? 0 : (values[i - 1] + values[i]) / 2,
                         to = i + 1 == count ? 10 : (values[i] + values[i + 1]) / 2;
            const double below = histogram.share_between(0, from),
                         inside = histogram.share_between(from, to);
            if (inside <= 0) continue;
            const double median = histogram.percentile(below + inside / 2);
            moved = std::max(moved, std::abs(median - values[i]));
            values[i] = median;
        }
        std::ranges::sort(values);
        if (moved < 1e-3) break;
    }
    return values;
}

/// Shapes of the one picture that the other has as something else.
std::vector<StudyPlace> shapes_lacking(const std::vector<std::size_t>& of,
                                       const std::vector<std::size_t>& in, std::size_t values,
                                       Size size) {
    std::vector<StudyPlace> places;
    for (std::size_t value = 0; value < values; ++value) {
        std::vector<std::uint8_t> inside(of.size());
        for (std::size_t i = 0; i < of.size(); ++i) inside[i] = of[i] == value;
        const Regions regions = find_regions(size, inside);
        // For each region of this picture: the area and mean of what the other has there.
        std::map<int, std::pair<std::int64_t, double>> other_there;
        for (std::size_t i = 0; i < of.size(); ++i) {
            if (of[i] != value || in[i] == value) continue;
            auto& [count, sum] = other_there[regions.labels[i]];
            ++count, sum += static_cast<double>(in[i]);
        }
        for (const Region& region : regions.regions) {
            const double share = static_cast<double>(region.area) / static_cast<double>(of.size());
            if (share < kLeastShapeShare) break;
            const auto& [differs, others] = other_there[region.label];
            if (static_cast<double>(differs) < kShapeDiffers * static_cast<double>(region.area))
                continue;
            places.push_back({place_in_words(region.bounds, size), share,
                              others / static_cast<double>(differs) < static_cast<double>(value)});
        }
    }
    std::ranges::stable_sort(places, std::greater{}, &StudyPlace::share);
    if (places.size() > kMostPlaces) places.resize(kMostPlaces);
    return places;
}

int shapes_in(const std::vector<std::size_t>& values, std::size_t count, Size size) {
    int shapes = 0;
    for (std::size_t value = 0; value < count; ++value) {
        std::vector<std::uint8_t> inside(values.size());
        for (std::size_t i = 0; i < values.size(); ++i) inside[i] = values[i] == value;
        for (const Region& region : find_regions(size, inside).regions)
            shapes += static_cast<double>(region.area) >=
                      kLeastShapeShare * static_cast<double>(values.size());
    }
    return shapes;
}

Picture flat_picture(const std::vector<std::size_t>& values, const std::vector<double>& flats,
                     Size size) {
    RgbBlock block(rect_of(size));
    for (std::size_t i = 0; i < values.size(); ++i)
        block.all().set(
            i, grey(encoded_grey_of(lightness_of_step(static_cast<float>(flats[values[i]])))));
    return picture_of(block);
}

/// \param own every pixel of the study as it came: what a change of its size mixes did not creep in
/// \param theirs the reference's best shapes
void compare_flat(StudyFigures& figures, const FloatBlock& own, const FloatBlock& study,
                  const FloatBlock& reference, const std::vector<std::size_t>& theirs) {
    const std::size_t count = figures.kind == StudyKind::two ? 2 : 3;
    const Size size = study.area().size();
    figures.flats = flat_values(own, count);
    std::size_t crept = 0;
    for (const float step : own.samples())
        crept += std::abs(static_cast<double>(step) -
                          figures.flats[nearest_to(figures.flats, static_cast<double>(step))]) >
                 kFlatWithin;
    figures.crept_in = static_cast<double>(crept) / static_cast<double>(own.samples().size());
    std::vector<std::size_t> mine;
    std::vector<double> sums(count, 0), counts(count, 0), means(count, 0);
    std::size_t same = 0;
    for (std::size_t i = 0; i < study.samples().size(); ++i) {
        const double step = static_cast<double>(study.samples()[i]);
        mine.push_back(nearest_to(figures.flats, step));
        const auto was = static_cast<double>(reference.samples()[i]);
        sums[theirs[i]] += was, ++counts[theirs[i]];
        means[theirs[i]] += step;  // of the study's steps in each shape of the reference
        same += mine.back() == theirs[i];
    }
    const auto all = static_cast<double>(mine.size());
    figures.agreement = static_cast<double>(same) / all;
    for (std::size_t i = 0; i < count; ++i)
        figures.reference_flats.push_back(counts[i] > 0 ? sums[i] / counts[i] : 0);
    figures.missing = shapes_lacking(theirs, mine, count, size);
    figures.added = shapes_lacking(mine, theirs, count, size);
    figures.shapes = shapes_in(mine, count, size);
    figures.reference_shapes = shapes_in(theirs, count, size);
    for (std::size_t i = 0; i < count; ++i) means[i] /= std::max(1.0, counts[i]);
    figures.same_order = std::ranges::is_sorted(means);
    figures.study = flat_picture(mine, figures.flats, size);
    figures.reference = flat_picture(theirs, figures.reference_flats, size);
    RgbBlock differ(rect_of(size));
    for (std::size_t i = 0; i < mine.size(); ++i)
        differ.all().set(i, grey(mine[i] == theirs[i] ? 0.42F : 1.0F));
    figures.differ = picture_of(differ);
}

void compare_full(StudyFigures& figures, const FloatBlock& study, const FloatBlock& reference) {
    std::vector<double> apart;
    RgbBlock differ(study.area());
    std::size_t changed = 0;
    for (std::size_t i = 0; i < study.samples().size(); ++i) {
        const auto is = static_cast<double>(study.samples()[i]),
                   was = static_cast<double>(reference.samples()[i]);
        apart.push_back(std::abs(is - was));
        figures.drift_mean += (is - was) / static_cast<double>(study.samples().size());
        changed += std::lround(is) != std::lround(was);
        differ.all().set(i, grey(std::min(1.0F, static_cast<float>(apart.back() / 2))));
    }
    figures.changed = static_cast<double>(changed) / static_cast<double>(apart.size());
    const auto at = static_cast<std::ptrdiff_t>(std::min(
        apart.size() - 1, static_cast<std::size_t>(0.95 * static_cast<double>(apart.size()))));
    std::ranges::nth_element(apart, apart.begin() + at);
    figures.drift_p95 = apart[static_cast<std::size_t>(at)];
    figures.differ = picture_of(differ);
}

/// The palette, and ten steps of the way between each two of its colours, as light.
std::vector<Lab> with_mixtures(const std::vector<Rgb>& palette) {
    std::vector<Lab> all;
    for (std::size_t i = 0; i < palette.size(); ++i)
        for (std::size_t k = i; k < palette.size(); ++k)
            for (int step = 0; step <= (k == i ? 0 : 10); ++step) {
                const float s = static_cast<float>(step) / 10;
                const Rgb a = palette[i], b = palette[k];
                all.push_back(
                    lab({a.r + s * (b.r - a.r), a.g + s * (b.g - a.g), a.b + s * (b.b - a.b)}));
            }
    return all;
}

void compare_colours(StudyFigures& figures, const RgbBlock& study, const RgbBlock& reference,
                     const std::vector<Rgb>& palette) {
    const std::vector<Lab> mixtures = with_mixtures(palette);
    RgbBlock differ(study.area());
    const ConstRgbRow is = study.all(), was = reference.all();
    std::size_t beyond = 0;
    for (std::size_t i = 0; i < is.r.size(); ++i) {
        const Lab colour = lab(is[i]);
        const double off = ciede2000(colour, lab(was[i]));
        figures.colour_off += off / static_cast<double>(is.r.size());
        differ.all().set(i, grey(std::min(1.0F, static_cast<float>(off / 20))));
        if (mixtures.empty()) continue;
        beyond += std::ranges::none_of(
            mixtures, [&](const Lab& each) { return ciede2000(colour, each) <= kWithinPalette; });
    }
    if (!mixtures.empty())
        figures.beyond = static_cast<double>(beyond) / static_cast<double>(is.r.size());
    figures.differ = picture_of(differ);
}

/// The reference's best two or three values, pixel by pixel; empty of a kind that has full values.
std::vector<std::size_t> best_shapes(const FloatBlock& reference, StudyKind kind) {
    if (kind != StudyKind::two && kind != StudyKind::three) return {};
    const Splits splits = best_splits(histogram_of(reference),
                                      kind == StudyKind::two ? ShapeCount::two : ShapeCount::three);
    std::vector<std::size_t> shapes;
    for (const float step : reference.samples())
        shapes.push_back(shape_of_step(splits, static_cast<double>(step)));
    return shapes;
}

}  // namespace

std::optional<StudyKind> study_kind_from_id(std::string_view id) {
    const auto* found = std::ranges::find(kStudyKinds, id, &StudyKindText::id);
    return found == kStudyKinds.end() ? std::nullopt : std::optional(found->kind);
}

std::optional<StudyFigures> measure_study(Picture study, const Picture& reference, StudyKind kind,
                                          const StudyOptions& options,
                                          const std::stop_token& stop) {
    StudyFigures figures;
    figures.kind = kind;
    const FloatBlock own = steps_of(study, options.reader);
    const RgbBlock small_reference = shrunk(reference, kComparedSide);
    const RgbBlock small_study = shrunk(study, kComparedSide);
    auto framed = in_frame(picture_of(small_study), small_reference, options.reader, figures, stop);
    if (!framed) return std::nullopt;
    RgbBlock mine = pixels_of(*framed);
    const RgbBlock theirs = pixels_of(picture_of(small_reference));
    const FloatBlock reference_steps = steps_of(theirs, options.reader);
    const std::vector<std::size_t> shapes = best_shapes(reference_steps, kind);
    if (options.even_out_light) {
        const auto halves =
            kind == StudyKind::two ? shapes : best_shapes(reference_steps, StudyKind::two);
        figures.shadow = even_out(mine, options.reader, reference_steps, shapes, halves);
    }
    figures.study = picture_of(mine), figures.reference = picture_of(theirs);
    const FloatBlock study_steps = steps_of(mine, options.reader);
    switch (kind) {
        case StudyKind::two:
        case StudyKind::three:
            // The light of a photograph is evened out on the copy that is compared.
            compare_flat(figures, options.even_out_light ? study_steps : own, study_steps,
                         reference_steps, shapes);
            break;
        case StudyKind::full: compare_full(figures, study_steps, reference_steps); break;
        case StudyKind::limited:
            compare_full(figures, study_steps, reference_steps);
            compare_colours(figures, mine, theirs, options.palette);
            break;
        case StudyKind::widened:
            compare_full(figures, study_steps, reference_steps);
            compare_colours(figures, mine, theirs, {});
            figures.hues = hues_of(mine), figures.reference_hues = hues_of(theirs);
            break;
    }
    if (stop.stop_requested()) return std::nullopt;
    return figures;
}

std::vector<int> hues_of(const RgbBlock& picture) {
    std::array<std::size_t, DrillCell::kHues> counts{};
    const ConstRgbRow pixels = picture.all();
    for (std::size_t i = 0; i < pixels.r.size(); ++i) {
        const Rgb colour = pixels[i];
        if (static_cast<double>(strength(colour)) < kLeastHueStrength) continue;
        if (const int hue = cell_of(colour).hue; hue != DrillCell::kNeutral)
            ++counts[static_cast<std::size_t>(hue)];
    }
    std::vector<int> hues;
    for (std::size_t hue = 0; hue < counts.size(); ++hue)
        if (static_cast<double>(counts[hue]) >=
            kLeastHueShare * static_cast<double>(pixels.r.size()))
            hues.push_back(static_cast<int>(hue));
    return hues;
}

double main_figure(const StudyFigures& figures) {
    switch (figures.kind) {
        case StudyKind::two:
        case StudyKind::three: return figures.agreement;
        case StudyKind::full: return figures.drift_p95;
        case StudyKind::limited:
        case StudyKind::widened: return figures.colour_off;
    }
    return 0;
}

}  // namespace underpaint
