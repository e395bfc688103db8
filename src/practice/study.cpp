// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/study.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <opencv2/imgproc.hpp>

#include "audit/shapes.h"
#include "audit/step_histogram.h"
#include "colour/ciede2000.h"
#include "colour/lab.h"
#include "colour/srgb.h"
#include "raster/regions.h"
#include "raster/shrink.h"
#include "render/readings.h"

namespace underpaint {
namespace {

constexpr int kComparedSide = 800;
constexpr double kShapeDiffers = 0.7;  // of a shape that is missing
constexpr std::size_t kMostPlaces = 6;
constexpr double kWithinPalette = 3;  // CIEDE2000
constexpr int kRounds = 60;           // of the means, at the most

Picture picture_of(const RgbBlock& block) {
    RgbBlock upright(rect_of(block.area().size()));
    std::ranges::copy(block.all().r, upright.all().r.begin());
    std::ranges::copy(block.all().g, upright.all().g.begin());
    std::ranges::copy(block.all().b, upright.all().b.begin());
    Picture picture(block.area().size(), Channels::rgb, Depth::bits8);
    picture.write_rgb(upright);
    return picture;
}

RgbBlock pixels_of(const Picture& picture) {
    RgbBlock block(rect_of(picture.size()));
    picture.read_rgb(block);
    return block;
}

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
    // A flat study correlates weakly; of the same shape it is taken as it lies.
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
            // What is nearest to a value lies between the middles to those beside it.
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

std::string place_in_words(const Rect& bounds, Size size) {
    const double x = (bounds.x + bounds.width / 2.0) / size.width,
                 y = (bounds.y + bounds.height / 2.0) / size.height;
    const char* up = y < 1.0 / 3 ? "upper" : y < 2.0 / 3 ? "" : "lower";
    const char* across = x < 1.0 / 3 ? "left" : x < 2.0 / 3 ? "middle" : "right";
    return *up == 0 ? across : fmt::format("{} {}", up, across);
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
        // What the other has where this one has that value, of each region.
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
void compare_flat(StudyFigures& figures, const FloatBlock& own, const FloatBlock& study,
                  const FloatBlock& reference) {
    const std::size_t count = figures.kind == StudyKind::two ? 2 : 3;
    const Size size = study.area().size();
    figures.flats = flat_values(own, count);
    std::size_t crept = 0;
    for (const float step : own.samples())
        crept += std::abs(static_cast<double>(step) -
                          figures.flats[nearest_to(figures.flats, static_cast<double>(step))]) >
                 kFlatWithin;
    figures.crept_in = static_cast<double>(crept) / static_cast<double>(own.samples().size());
    const Splits splits =
        best_splits(histogram_of(reference), count == 2 ? ShapeCount::two : ShapeCount::three);
    std::vector<std::size_t> mine, theirs;
    std::vector<double> sums(count, 0), counts(count, 0), means(count, 0);
    std::size_t same = 0;
    for (std::size_t i = 0; i < study.samples().size(); ++i) {
        const double step = static_cast<double>(study.samples()[i]);
        mine.push_back(nearest_to(figures.flats, step));
        const auto was = static_cast<double>(reference.samples()[i]);
        theirs.push_back(shape_of_step(splits, was));
        sums[theirs.back()] += was, ++counts[theirs.back()];
        means[theirs.back()] += step;  // of the study, in each shape of the reference
        same += mine.back() == theirs.back();
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

/// Takes out the slope of the light that a study was photographed in: the plane that best fits the
/// logarithm of its luminance over the reference's. How light the whole is, is the painter's.
void even_out(RgbBlock& study, const FloatBlock& steps, const FloatBlock& reference) {
    const Size size = study.area().size();
    const auto luminance_at = [](float step) {
        return std::max(1e-3, static_cast<double>(luminance_of_lightness(lightness_of_step(step))));
    };
    const auto place = [&](int x, int y) {
        return std::array<double, 3>{1, static_cast<double>(x) / size.width - 0.5,
                                     static_cast<double>(y) / size.height - 0.5};
    };
    const auto each = [&](const auto& act) {
        std::size_t i = 0;
        for (int y = 0; y < size.height; ++y)
            for (int x = 0; x < size.width; ++x, ++i) act(x, y, i);
    };
    cv::Mat normal = cv::Mat::zeros(3, 3, CV_64F), right = cv::Mat::zeros(3, 1, CV_64F);
    each([&](int x, int y, std::size_t i) {
        const auto row = place(x, y);
        const double off =
            std::log(luminance_at(steps.samples()[i]) / luminance_at(reference.samples()[i]));
        for (int a = 0; a < 3; ++a) {
            for (int b = 0; b < 3; ++b)
                normal.at<double>(a, b) +=
                    row[static_cast<std::size_t>(a)] * row[static_cast<std::size_t>(b)];
            right.at<double>(a) += row[static_cast<std::size_t>(a)] * off;
        }
    });
    cv::Mat plane;
    if (!cv::solve(normal, right, plane, cv::DECOMP_SVD)) return;
    each([&](int x, int y, std::size_t i) {
        const auto row = place(x, y);
        const auto by = static_cast<float>(
            std::exp(-plane.at<double>(1) * row[1] - plane.at<double>(2) * row[2]));
        const LinearRgb c = decode(ConstRgbRow(study.all())[i]);
        const Rgb lit = encode({c.r * by, c.g * by, c.b * by});
        study.all().set(i, {std::min(1.0F, lit.r), std::min(1.0F, lit.g), std::min(1.0F, lit.b)});
    });
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
    if (options.even_out_light) even_out(mine, steps_of(mine, options.reader), reference_steps);
    figures.study = picture_of(mine), figures.reference = picture_of(theirs);
    const FloatBlock study_steps = steps_of(mine, options.reader);
    switch (kind) {
        case StudyKind::two:
        case StudyKind::three: compare_flat(figures, own, study_steps, reference_steps); break;
        case StudyKind::full: compare_full(figures, study_steps, reference_steps); break;
        case StudyKind::limited:
            compare_full(figures, study_steps, reference_steps);
            compare_colours(figures, mine, theirs, options.palette);
            break;
    }
    if (stop.stop_requested()) return std::nullopt;
    return figures;
}

std::optional<Picture> without_perspective(const Picture& photograph,
                                           std::span<const Point, 4> corners) {
    const auto side = [&](std::size_t a, std::size_t b) {
        return std::hypot(corners[a].x - corners[b].x, corners[a].y - corners[b].y);
    };
    // Each turn the same way round: convex, and no two sides cross.
    int turns = 0;
    for (std::size_t i = 0; i < 4; ++i) {
        const Point a = corners[i], b = corners[(i + 1) % 4], c = corners[(i + 2) % 4];
        const double cross = (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
        if (!(std::abs(cross) > 1)) return std::nullopt;
        turns += cross > 0 ? 1 : -1;
    }
    if (std::abs(turns) != 4) return std::nullopt;
    const int width = static_cast<int>(std::lround((side(0, 1) + side(3, 2)) / 2)),
              height = static_cast<int>(std::lround((side(0, 3) + side(1, 2)) / 2));
    if (width < 1 || height < 1) return std::nullopt;
    const RgbBlock pixels = pixels_of(photograph);
    const Size size = photograph.size();
    cv::Mat from(size.height, size.width, CV_32FC3);
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const Rgb c = pixels.row(y)[static_cast<std::size_t>(x)];
            from.at<cv::Vec3f>(y, x) = {c.r, c.g, c.b};
        }
    std::vector<cv::Point2f> source, target{{0, 0},
                                            {static_cast<float>(width), 0},
                                            {static_cast<float>(width), static_cast<float>(height)},
                                            {0, static_cast<float>(height)}};
    for (const Point& each : corners)
        source.emplace_back(static_cast<float>(each.x), static_cast<float>(each.y));
    cv::Mat to;
    cv::warpPerspective(from, to, cv::getPerspectiveTransform(source, target), {width, height},
                        cv::INTER_LINEAR, cv::BORDER_REPLICATE);
    RgbBlock made(rect_of({width, height}));
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x) {
            const cv::Vec3f c = to.at<cv::Vec3f>(y, x);
            made.row(y).set(static_cast<std::size_t>(x), {c[0], c[1], c[2]});
        }
    return picture_of(made);
}

namespace {

std::string listed(const std::vector<StudyPlace>& places) {
    std::string text;
    for (const StudyPlace& place : places)
        text += fmt::format("{}{} {}", text.empty() ? "" : ", ", place.light ? "a light" : "a dark",
                            place.where);
    return text;
}

}  // namespace

std::string in_words(const StudyFigures& figures) {
    const auto percent = [](double share) { return fmt::format("{:.0f}%", 100 * share); };
    std::string text =
        figures.surely ? "" : "The reference was not recognised; the study is taken as it lies. ";
    switch (figures.kind) {
        case StudyKind::two:
        case StudyKind::three:
            text += fmt::format("{} of the shapes agree. {:.1f}% of other greys crept in.",
                                percent(figures.agreement), 100 * figures.crept_in);
            if (!figures.same_order) text += " Light and dark have changed places.";
            if (!figures.missing.empty()) text += " Missing: " + listed(figures.missing) + ".";
            if (!figures.added.empty()) text += " Added: " + listed(figures.added) + ".";
            break;
        case StudyKind::full:
        case StudyKind::limited:
            text += fmt::format("95% within {:.2f} step of the reference, {:+.2f} on the whole.",
                                figures.drift_p95, figures.drift_mean);
            if (figures.kind == StudyKind::limited)
                text += fmt::format(" Colours are {:.1f} off (CIEDE2000).", figures.colour_off);
            if (figures.beyond)
                text += fmt::format(" {} lies beyond the palette.", percent(*figures.beyond));
            break;
    }
    return text;
}

}  // namespace underpaint
