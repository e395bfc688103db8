// SPDX-License-Identifier: GPL-3.0-or-later
// Colours of pictures that are larger than the viewing scale, against a picture that was averaged
// as a whole and read by the scalar formulas.
#include <gtest/gtest.h>

#include <cmath>
#include <opencv2/imgproc.hpp>
#include <random>

#include "audit/audit.h"
#include "audit/seen_colours.h"
#include "colour/intensity.h"
#include "colour/srgb.h"
#include "colour/warmth.h"
#include "painting/changes.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

/// Pixels in linear light, averaged to 1600 on the long side.
struct Averaged {
    cv::Mat light, steps;  // three channels, one
    Rgb encoded(int x, int y) const {
        const auto& c = light.at<cv::Vec3f>(y, x);
        return {encode(c[0]), encode(c[1]), encode(c[2])};
    }
    static float encode(float v) { return srgb_encode(std::clamp(v, 0.0F, 1.0F)); }
};

cv::Mat averaged(const cv::Mat& plane) {
    const double by = 1600.0 / std::max(plane.cols, plane.rows);
    cv::Mat small;
    cv::resize(plane, small,
               {static_cast<int>(std::lround(plane.cols * by)),
                static_cast<int>(std::lround(plane.rows * by))},
               0, 0, cv::INTER_AREA);
    return small;
}

Averaged averaged(const Painting& painting, std::size_t upto) {
    const Size size = painting.size();
    const RgbBlock pixels = *render_view(painting, upto, whole_at(size, 1));
    cv::Mat light(size.height, size.width, CV_32FC3), steps(size.height, size.width, CV_32F);
    const ConstRgbRow all = pixels.all();
    for (int y = 0, i = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x, ++i) {
            const Rgb c = all[static_cast<std::size_t>(i)];
            light.at<cv::Vec3f>(y, x) = {srgb_decode(c.r), srgb_decode(c.g), srgb_decode(c.b)};
            steps.at<float>(y, x) = step_of(read(Reader::lightness, c));
        }
    return {averaged(light), averaged(steps)};
}

/// Stripes, noise and hard borders of strong colour, so that averages differ from single pixels.
Painting large_painting(Size size) {
    std::mt19937 random(11);
    Painting painting = testing::sealed(testing::grey_picture(size, [&](int x, int y) {
        const double grain = static_cast<double>(random() % 1000) / 1000 - 0.5;
        return 0.5 + 0.35 * std::sin(x / 170.0) * std::cos(y / 230.0) + 0.2 * grain;
    }));
    painting = testing::with_columns(std::move(painting), "Left", 0, size.width / 3);
    painting = testing::with_columns(std::move(painting), "Right", size.width / 3, size.width);
    painting = with_foci(std::move(painting),
                         {{"Lamp", {size.width * 0.6, size.height * 0.4}, size.width * 0.06}});
    Pass warm = testing::tint({0.95F, 0.5F, 0.1F}, BlendMode::normal, 0.6F);
    warm.reach.band = ValueBand{5, 9, 0};
    Pass cool = testing::tint({0.1F, 0.35F, 0.9F}, BlendMode::color, 0.8F);
    cool.reach.parts = {painting.parts[0].id};
    return with_pass(with_pass(std::move(painting), warm), cool);
}

class LargePicture : public ::testing::TestWithParam<Size> {};
INSTANTIATE_TEST_SUITE_P(Sizes, LargePicture,
                         ::testing::Values(Size{2400, 1500}, Size{2003, 1601}, Size{1601, 700},
                                           Size{500, 4100}));

TEST_P(LargePicture, HasTheColoursOfItsAverage) {
    const Painting painting = large_painting(GetParam());
    const Audit figures = *audit(painting, {});
    const Averaged sealed = averaged(painting, 0);
    for (const std::size_t pass : {std::size_t{0}, painting.passes.size()}) {
        const Averaged now = averaged(painting, pass);
        double lights = 0, shadows = 0, warm = 0, cool = 0;
        std::vector<double> strengths;
        for (int y = 0; y < now.steps.rows; ++y)
            for (int x = 0; x < now.steps.cols; ++x) {
                const Rgb c = now.encoded(x, y);
                const auto step = static_cast<double>(sealed.steps.at<float>(y, x));
                const auto warmth_here = static_cast<double>(warmth(c));
                if (step >= figures.split.lights_from) lights += 1, warm += warmth_here;
                if (step < figures.split.shadows_below) shadows += 1, cool += warmth_here;
                strengths.push_back(static_cast<double>(strength(c)));
            }
        const PassAudit& measured = pass == 0 ? figures.ground : figures.passes[pass - 1];
        EXPECT_EQ(measured.swing.measured, pass > 0);
        EXPECT_NEAR(measured.swing.swing, pass == 0 ? 0 : warm / lights - cool / shadows, 0.05)
            << "pass " << pass;
        const auto rank = static_cast<std::size_t>(std::ceil(0.995 * double(strengths.size())));
        std::ranges::nth_element(strengths, strengths.begin() + std::ptrdiff_t(rank) - 1);
        EXPECT_NEAR(measured.intensity.strongest, strengths[rank - 1], 0.01) << "pass " << pass;
    }
}

/// Each pixel four times as large has the averages that it had.
TEST(ViewingColours, APictureTwiceAsLargeMeasuresTheSame) {
    const Painting small = large_painting({1600, 900});
    Painting large = small;
    const auto doubled = [](const SharedPicture& picture) {
        const RgbBlock pixels = rgb_of(picture->base(), rect_of(picture->size()));
        const Size size{2 * picture->size().width, 2 * picture->size().height};
        return share(testing::grey_picture(size, [&](int x, int y) {
            const int i = y / 2 * picture->size().width + x / 2;
            return double(std::as_const(pixels).all().r[static_cast<std::size_t>(i)]);
        }));
    };
    large.underpaint = doubled(small.underpaint);
    large.seals.clear();
    large = with_seal(large, "2026-01-01");
    for (Part& part : large.parts) part.mask = doubled(part.mask);
    for (Focus& focus : large.plan.foci)
        focus = {focus.name, {2 * focus.centre.x, 2 * focus.centre.y}, 2 * focus.radius};
    const Audit a = *audit(small, {}), b = *audit(large, {});
    ASSERT_EQ(a.passes.size(), b.passes.size());
    for (std::size_t i = 0; i < a.passes.size(); ++i) {
        const PassAudit &p = a.passes[i], &q = b.passes[i];
        EXPECT_NEAR(p.swing.swing, q.swing.swing, 0.02);
        EXPECT_NEAR(p.intensity.strongest, q.intensity.strongest, 0.002);
        EXPECT_NEAR(*p.intensity.accent_share, *q.intensity.accent_share, 0.005);
        EXPECT_NEAR(*p.intensity.lead, *q.intensity.lead, 0.01);
        ASSERT_EQ(p.colours.size(), q.colours.size());
        for (std::size_t part = 0; part < p.colours.size(); ++part) {
            EXPECT_NEAR(p.colours[part].lights.warmth, q.colours[part].lights.warmth, 0.02);
            EXPECT_NEAR(p.colours[part].shadows.intensity, q.colours[part].shadows.intensity,
                        0.002);
            EXPECT_NEAR(p.colours[part].lights.share, q.colours[part].lights.share, 1e-3);
            EXPECT_NEAR(p.parts[part].now, q.parts[part].now, 2e-3);
        }
    }
}

/// Strips of a large picture are higher: a sliver is found where it lies all the same.
TEST(ViewingColours, SliversOfALargePictureAreFoundWhereTheyLie) {
    const Size size{2000, 1400};
    const Rect hole{777, 611, 14, 9};
    Pass pass = testing::tint({0.9F, 0.5F, 0.2F}, BlendMode::color, 0.5F);
    pass.reach.painted = share(testing::grey_picture(
        size,
        [&](int x, int y) {
            return x >= hole.x && x < hole.right() && y >= hole.y && y < hole.bottom() ? 0.0 : 1.0;
        },
        Depth::bits8));
    const Audit figures =
        *audit(with_pass(testing::sealed(testing::ramp(size, Depth::bits8)), pass), {});
    ASSERT_TRUE(figures.passes[0].gaps);
    ASSERT_EQ(figures.passes[0].gaps->count, 1U);
    EXPECT_EQ(figures.passes[0].gaps->largest.front(), hole);
    EXPECT_NEAR(figures.passes[0].gaps->share, 14.0 * 9 / (2000.0 * 1400), 1e-9);
}

TEST(ViewingColours, WhatIsKnownOfALargePictureIsTakenOver) {
    const Painting painting = large_painting({2500, 1700});
    const Audit known = *audit(painting, {});
    Painting changed = painting;
    changed.passes[1].strength = 0.3F;
    AuditOptions options;
    options.known = {&known, common_figures(painting, changed)};
    ASSERT_EQ(options.known.passes, 1U);
    const Audit after = *audit(changed, options), anew = *audit(changed, {});
    for (std::size_t i = 0; i < 2; ++i) {
        EXPECT_EQ(after.passes[i].swing, anew.passes[i].swing);
        EXPECT_EQ(after.passes[i].intensity.strongest, anew.passes[i].intensity.strongest);
        EXPECT_EQ(after.passes[i].colours[0].lights.a, anew.passes[i].colours[0].lights.a);
    }
    // Ramps are of the same picture.
    const ViewingGrid grid(painting.size(), painting.size());
    const std::size_t moments[] = {2, 1};
    const auto seen = colours_at_viewing_scale(painting, grid, moments, Reader::lightness);
    const Averaged whole = averaged(painting, 2);
    ASSERT_EQ(seen->size(), 2U);
    double most = 0;
    for (int y = 0; y < whole.steps.rows; ++y)
        for (int x = 0; x < whole.steps.cols; ++x) {
            const auto i = static_cast<std::size_t>(y * whole.steps.cols + x);
            most = std::max(most, std::fabs(double((*seen)[0].colours.warmth.samples()[i]) -
                                            double(warmth(whole.encoded(x, y)))));
            EXPECT_NEAR((*seen)[0].steps.samples()[i], whole.steps.at<float>(y, x), 2e-3);
        }
    EXPECT_LT(most, 0.1);
}

}  // namespace
}  // namespace underpaint
