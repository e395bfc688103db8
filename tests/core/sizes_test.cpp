// SPDX-License-Identifier: GPL-3.0-or-later
// One picture measures the same at any size, mirrored and turned.
#include <gtest/gtest.h>

#include <cmath>
#include <opencv2/imgproc.hpp>
#include <random>

#include "audit/audit.h"
#include "audit/shapes.h"
#include "audit/values_audit.h"
#include "painting/reframed.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

constexpr double kLong = 4000;

/// A scene of patches with edges of all widths over a shaded ground, with strokes: encoded greys,
/// 4000 x 1600.
const cv::Mat& full_scene() {
    static const cv::Mat drawn = [] {
        const cv::Size size(static_cast<int>(kLong), 1600);
        std::mt19937 random(11);
        std::uniform_real_distribution<double> any(0, 1);
        cv::Mat all(size, CV_32F);
        for (int y = 0; y < size.height; ++y)
            for (int x = 0; x < size.width; ++x)
                all.at<float>(y, x) = static_cast<float>(0.35 + 0.25 * y / size.height);
        for (int i = 0; i < 36; ++i) {
            // Blurs from none to 16 viewing pixels, as patches get larger; a painter's mix.
            cv::Mat patch = cv::Mat::zeros(size, CV_32F);
            const cv::Point2d at(any(random) * size.width, any(random) * size.height);
            const cv::Size2d axes(120 + 420 * any(random), 80 + 300 * any(random));
            cv::ellipse(patch, {at, axes, static_cast<float>(180 * any(random))}, 1, cv::FILLED,
                        cv::LINE_AA);
            const double sigma =
                i % 3 == 0 ? 0 : std::pow(any(random), 2) * 16 * kLong / 1600 / 2.5;
            if (sigma > 0.5) {
                cv::Mat small;  // a wide blur of a large picture, made quickly
                cv::resize(patch, small, {}, 0.5, 0.5, cv::INTER_AREA);
                cv::GaussianBlur(small, small, {}, sigma / 2);
                cv::resize(small, patch, size, 0, 0, cv::INTER_LINEAR);
            }
            const double value = any(random);
            all = all.mul(1 - patch) + value * patch;
        }
        cv::Mat strokes(400, 1000, CV_32F);
        cv::randn(strokes, 0, 0.02);
        cv::resize(strokes, strokes, size, 0, 0, cv::INTER_CUBIC);
        all += strokes;
        return all;
    }();
    return drawn;
}

/// The scene under texture of all sizes from two of its pixels to 128, as of canvas and bristles.
cv::Mat textured_scene() {
    cv::Mat all = full_scene().clone();
    cv::RNG random(17);
    double amount = 0.008;
    for (int grain = 2; grain <= 128; grain *= 2, amount *= 1.25) {
        cv::Mat texture(all.rows / grain, all.cols / grain, CV_32F);
        random.fill(texture, cv::RNG::NORMAL, 0, amount);
        cv::resize(texture, texture, all.size(), 0, 0, cv::INTER_CUBIC);
        all += texture;
    }
    return all;
}

/// A scene brought to a long side, as a program scales a picture.
Painting scene_at(int side, const cv::Mat& scene = full_scene()) {
    cv::Mat small;
    const double by = side / kLong;
    const int height = static_cast<int>(std::lround(scene.rows * by));
    cv::resize(scene, small, {side, height}, 0, 0, by < 1 ? cv::INTER_AREA : cv::INTER_LINEAR);
    Painting painting;
    painting.underpaint = share(testing::grey_picture({side, height}, [&](int x, int y) {
        return std::clamp(small.at<float>(y, x), 0.0F, 1.0F);
    }));
    const double part = side / 4.0;
    painting = testing::with_columns(painting, "Left", 0, static_cast<int>(2 * part));
    return with_foci(painting, {{"A", {1.5 * part, part}, 0.06 * side}});
}

ValuesAudit values_at_any_size(const Painting& painting) {
    return *audit_values(painting, {});
}

TEST(Sizes, APictureHasTheSameFiguresAtAny) {
    const ValuesAudit large = values_at_any_size(scene_at(4000));
    const EdgeLengths a = lengths_of(*large.edges);
    for (const int side : {800, 1000, 1024, 1600, 2000, 3150, 6001}) {
        SCOPED_TRACE(side);
        const ValuesAudit small = values_at_any_size(scene_at(side));
        const EdgeLengths b = lengths_of(*small.edges);
        for (const EdgeKind kind : {EdgeKind::hard, EdgeKind::firm, EdgeKind::soft, EdgeKind::lost})
            EXPECT_NEAR(a.share(kind), b.share(kind), 0.05) << kEdgeNames[static_cast<int>(kind)];
        EXPECT_NEAR(b.total() / a.total(), 1, 0.1);
        EXPECT_NEAR(small.focus->contrast / large.focus->contrast, 1, 0.02);
        EXPECT_NEAR(*small.focus->lead / *large.focus->lead, 1, 0.02);
        EXPECT_NEAR(range_of(small.steps).darkest, range_of(large.steps).darkest, 0.05);
        EXPECT_NEAR(small.parts[0].steps->mean, large.parts[0].steps->mean, 0.02);
    }
}

TEST(Sizes, EdgesUnderTextureAreTheSameAtAny) {
    const cv::Mat scene = textured_scene();
    const EdgeLengths a = lengths_of(*values_at_any_size(scene_at(3000, scene)).edges);
    EXPECT_GT(a.total(), 1.5 * lengths_of(*values_at_any_size(scene_at(3000)).edges).total())
        << "texture has edges of its own";
    for (const int side : {1000, 1600}) {
        SCOPED_TRACE(side);
        const EdgeLengths b = lengths_of(*values_at_any_size(scene_at(side, scene)).edges);
        for (const EdgeKind kind : {EdgeKind::hard, EdgeKind::firm, EdgeKind::soft, EdgeKind::lost})
            EXPECT_NEAR(a.share(kind), b.share(kind), 0.05) << kEdgeNames[static_cast<int>(kind)];
        EXPECT_NEAR(b.total() / a.total(), 1, 0.1);
    }
}

// --- rivals

/// The best disc of all, by trying every fourth pixel.
double best_of_all(const ViewingSteps& viewing, const Focus& focus) {
    const Size size = viewing.steps.area().size();
    const double radius = focus.radius * viewing.scale;
    double best = 0;
    for (double y = radius; y <= size.height - radius; y += 4)
        for (double x = radius; x <= size.width - radius; x += 4)
            if (std::hypot(x - focus.centre.x * viewing.scale,
                           y - focus.centre.y * viewing.scale) >= 2 * radius)
                best = std::max(best, *disc_contrast(viewing.steps, {x, y}, radius));
    return best;
}

/// In pictures so small that a pixel is much of a disc: every quarter pixel is tried.
TEST(Rivals, TheBestOfASmallPictureIsWithinOnePercentToo) {
    std::mt19937 random(3);
    std::uniform_real_distribution<float> any(1, 9);
    for (int run = 0; run < 12; ++run) {
        const Size size{run % 2 == 0 ? 64 : 50, run % 3 == 0 ? 64 : 40};
        cv::Mat blots(size.height / 6, size.width / 6, CV_32F), steps;
        for (int i = 0; i < static_cast<int>(blots.total()); ++i) blots.at<float>(i) = any(random);
        cv::resize(blots, steps, {size.width, size.height}, 0, 0, cv::INTER_CUBIC);
        FloatBlock block(rect_of(size));
        std::copy_n(steps.ptr<float>(), block.samples().size(), block.samples().begin());
        const ViewingSteps viewing = at_viewing_scale(std::move(block), size);
        const Focus focus{"A", {size.width / 3.0, size.height / 2.0}, 4.0 + run % 4};
        double best = 0;
        for (double y = focus.radius; y <= size.height - focus.radius; y += 0.25)
            for (double x = focus.radius; x <= size.width - focus.radius; x += 0.25)
                if (std::hypot(x - focus.centre.x, y - focus.centre.y) >= 2 * focus.radius)
                    best = std::max(best, *disc_contrast(viewing.steps, {x, y}, focus.radius));
        const auto rival = best_rival(viewing, std::span(&focus, 1), focus.radius);
        ASSERT_TRUE(rival);
        EXPECT_GE(rival->contrast, 0.99 * best) << run;
    }
}

TEST(Rivals, TheBestIsWithinOnePercentOfTheBestOfAllPlaces) {
    const ViewingSteps viewing = values_at_any_size(scene_at(800)).viewing;
    for (const double x : {90.0, 310.0, 700.0})
        for (const double radius : {30.0, 60.0}) {
            const std::vector<Focus> foci{{"A", {x, 160}, radius}};
            const auto rivals = find_rivals(viewing, foci, radius);
            ASSERT_FALSE(rivals.empty());
            EXPECT_GE(rivals.front().contrast, 0.99 * best_of_all(viewing, foci[0]))
                << x << " " << radius;
        }
}

/// Of a focus of few pixels too, against every pixel.
TEST(Rivals, TheBestOfASmallFocusIsWithinOnePercent) {
    const ViewingSteps viewing = values_at_any_size(scene_at(400)).viewing;
    const Size size = viewing.steps.area().size();
    for (const double radius : {2.0, 3.0, 5.0, 9.0}) {
        const std::vector<Focus> foci{{"A", {155, 80}, radius}};
        double best = 0;
        for (double y = radius; y <= size.height - radius; ++y)
            for (double x = radius; x <= size.width - radius; ++x)
                if (std::hypot(x - 155, y - 80) >= 2 * radius)
                    best = std::max(best, *disc_contrast(viewing.steps, {x, y}, radius));
        EXPECT_GE(best_rival(viewing, foci, radius)->contrast, 0.99 * best) << radius;
    }
}

/// Each in order, none within a radius of a stronger one: as by comparing all with all.
TEST(Rivals, LieARadiusApart) {
    const ViewingSteps viewing = values_at_any_size(scene_at(400)).viewing;
    for (const double radius : {2.0, 10.0, 40.0}) {
        const auto rivals =
            find_rivals(viewing, std::vector<Focus>{{"A", {155, 80}, radius}}, radius);
        ASSERT_GT(rivals.size(), 3U);
        for (std::size_t i = 0; i < rivals.size(); ++i)
            for (std::size_t k = 0; k < i; ++k) {
                ASSERT_GT(distance(rivals[i].centre, rivals[k].centre), radius);
                ASSERT_LE(rivals[i].contrast, rivals[k].contrast);
            }
    }
}

TEST(Rivals, AreSeenAtEveryBorderAndInTheMirror) {
    // The one contrast beside the focus lies in a corner, with no room to spare.
    for (const Turn turn : {Turn::right, Turn::half, Turn::left, Turn::mirror}) {
        Painting painting;
        painting.underpaint = share(testing::grey_picture({403, 301}, [](int x, int y) {
            const bool focus = std::abs(x - 60) < 20 && std::abs(y - 60) < 20;
            const bool corner = x >= 403 - 24 && y >= 301 - 24;
            return focus || corner ? (x / 3 + y / 3) % 2 * 0.8 + 0.1 : 0.5;
        }));
        painting = with_foci(painting, {{"A", {60, 60}, 24}});
        const auto straight = values_at_any_size(painting).focus,
                   round = values_at_any_size(turned(painting, turn)).focus;
        ASSERT_TRUE(straight->lead && round->lead);
        EXPECT_LT(*straight->lead, 1.6);
        EXPECT_NEAR(*straight->lead, *round->lead, 0.01 * *straight->lead);
    }
}

TEST(Rivals, OfANarrowStripLieOnItsMiddle) {
    Painting painting;
    painting.underpaint = share(testing::grey_picture({21, 12000}, [](int x, int y) {
        const double half = y < 1450 ? 0.4 : y > 9000 ? 0.2 : 0;
        return 0.5 + ((x / 5 + y / 30) % 2 ? half : -half);
    }));
    painting = with_foci(painting, {{"A", {10, 1000}, 400}});
    const auto focus = values_at_any_size(painting).focus;
    ASSERT_TRUE(focus);
    ASSERT_TRUE(focus->rival);
    EXPECT_GT(focus->rival->centre.y, 8500);
    EXPECT_GT(*focus->lead, 1.5);
}

// --- blending comes before averaging

TEST(Viewing, LayersAreBlendedAtFullSize) {
    // A fine multiply checker: halved before it is blended, its contrast with the ground would go.
    const Size size{3400, 600};
    Painting painting = testing::sealed(testing::grey_picture(size, [&](int x, int) {
        return x / 1700 ? 0.3 + 0.4 * (x / 300 % 2) : 0.2 + 0.6 * (x / 300 % 2);
    }));
    painting = with_foci(painting, {{"A", {850, 300}, 250}});
    Pass fine = testing::tint({}, BlendMode::color_burn);
    fine.source = Painted{
        share(testing::grey_picture(size, [](int x, int y) { return (x + y) % 2 ? 1.0 : 0.35; })),
        0, 0};
    painting = with_pass(painting, fine);
    const Audit figures = *audit(painting, {});

    // The same by hand: blend every pixel, read its step, average.
    FloatBlock steps(rect_of(size));
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            const double b = testing::pixel(painting.underpaint->base(), x, y).r;
            const double s = (x + y) % 2 ? 1.0 : std::round(0.35 * 65535) / 65535;
            const double burnt = b >= 1 ? 1 : 1 - std::min(1.0, (1 - b) / s);
            const double linear =
                burnt <= 0.04045 ? burnt / 12.92 : std::pow((burnt + 0.055) / 1.055, 2.4);
            const double light =
                linear > 216.0 / 24389 ? 116 * std::cbrt(linear) - 16 : linear * 24389 / 27;
            steps.row(y)[static_cast<std::size_t>(x)] = static_cast<float>(1 + light / 12.5);
        }
    cv::Mat small;
    cv::resize(cv::Mat(size.height, size.width, CV_32F, steps.samples().data()), small, {1600, 282},
               0, 0, cv::INTER_AREA);
    std::vector<float> inside;
    const double scale = 1600.0 / 3400;
    for (int y = 0; y < small.rows; ++y)
        for (int x = 0; x < small.cols; ++x)
            if (std::hypot(x + 0.5 - 850 * scale, y + 0.5 - 300 * scale) <= 250 * scale)
                inside.push_back(small.at<float>(y, x));
    std::ranges::sort(inside);
    const auto at = [&](double share) {
        return inside[static_cast<std::size_t>(
                          std::ceil(share * static_cast<double>(inside.size()))) -
                      1];
    };
    EXPECT_NEAR(figures.passes[0].focus->contrast, at(0.95) - at(0.05), 0.01);
}

// --- little contrast

TEST(BestSplits, ExplainAPictureOfLittleContrast) {
    // Three values within 0.14 step.
    StepHistogram steps;
    std::mt19937 random(3);
    std::normal_distribution<double> spread(0, 0.006);
    std::vector<float> all;
    for (int i = 0; i < 30000; ++i)
        all.push_back(static_cast<float>(5 + 0.06 * (i % 3) + spread(random)));
    steps.add(all);
    const Splits splits = best_splits(steps, ShapeCount::three);
    double sums[3] = {}, squares[3] = {}, counts[3] = {}, sum = 0, square = 0;
    for (const double v : all) {
        const std::size_t shape = shape_of_step(splits, v);
        sums[shape] += v, squares[shape] += v * v, ++counts[shape];
        sum += v, square += v * v;
    }
    double within = 0;
    for (int i = 0; i < 3; ++i)
        if (counts[i] > 0) within += squares[i] - sums[i] * sums[i] / counts[i];
    const double whole = square - sum * sum / static_cast<double>(all.size());
    EXPECT_GT(1 - within / whole, 0.97);
}

TEST(Focus, OfFaintContrastIsNotJudged) {
    Painting painting = testing::sealed(testing::grey_picture({300, 200}, [](int x, int y) {
        return 0.5 + (std::hypot(x - 80, y - 100) < 20 ? 0.004 * ((x / 4 + y / 4) % 2) : 0);
    }));
    painting = with_foci(painting, {{"A", {80, 100}, 20}});
    painting = with_pass(painting, testing::tint(grey(0.5F), BlendMode::normal, 0.9F));
    const Audit figures = *audit(painting, {});
    ASSERT_TRUE(figures.passes[0].focus);
    EXPECT_LT(figures.ground.focus->contrast, 0.2);
    EXPECT_FALSE(figures.passes[0].focus->kept);
    EXPECT_EQ(figures.passes[0].focus->verdict, Verdict::open);
}

}  // namespace
}  // namespace underpaint
