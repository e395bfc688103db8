// SPDX-License-Identifier: GPL-3.0-or-later
// What each kind of source lays, on pictures small enough to say so by hand.
#include <gtest/gtest.h>

#include <cmath>
#include <limits>

#include "colour/reader.h"
#include "render/render.h"
#include "support/every_source.h"

namespace underpaint {
namespace {

using testing::grey_picture;
using testing::pixel;
using testing::ramp;
using testing::sealed;
using testing::tint;

constexpr float kNoNumber = std::numeric_limits<float>::quiet_NaN();

Pass laying(Source source, BlendMode blend = BlendMode::normal) {
    Pass pass;
    pass.source = std::move(source);
    pass.blend = blend;
    return pass;
}

RgbBlock after(const Painting& painting, double shrink = 1) {
    return *render_view(painting, painting.passes.size(), whole_at(painting.size(), shrink));
}

// --- gradient maps

TEST(GradientMapSource, GivesEachLightnessItsColour) {
    // Blue up to L* 25, red at 75, straight between.
    const GradientMap map{{{0.25F, {0, 0, 1}}, {0.75F, {1, 0, 0}}}, MapOf::below};
    const Painting painting = with_pass(sealed(ramp({1001, 1})), laying(map));
    const RgbBlock result = after(painting);
    for (int x = 0; x < 1001; x += 25) {
        const float l = read(Reader::lightness, pixel(painting.underpaint->base(), x, 0));
        const float t = std::clamp((l / 100 - 0.25F) / 0.5F, 0.0F, 1.0F);
        const Rgb found = result.row(0)[static_cast<std::size_t>(x)];
        EXPECT_NEAR(found.r, t, 2e-3) << x;
        EXPECT_NEAR(found.b, 1 - t, 2e-3) << x;
    }
}

TEST(GradientMapSource, ReadsTheSealOrWhatIsBelow) {
    GradientMap map{{{0, {1, 0, 0}}, {1, {0, 1, 0}}}, MapOf::below};
    Painting painting = sealed(Picture({4, 4}, Channels::grey, Depth::bits8, 0.5F));
    painting = with_pass(painting, tint({1, 1, 1}, BlendMode::normal));
    EXPECT_NEAR(after(with_pass(painting, laying(map))).row(0)[0].g, 1, 1e-4) << "white is below";
    map.of = MapOf::seal;
    EXPECT_NEAR(after(with_pass(painting, laying(map))).row(0)[0].g, 0.534, 2e-3) << "L* 53.4";
}

TEST(Gradient, StopsAtOnePlaceMakeAnEdge) {
    const GradientStops stops{{0.5F, grey(0.2F)}, {0.5F, grey(0.8F)}};
    EXPECT_EQ(gradient_at(stops, 0.49).r, 0.2F);
    EXPECT_EQ(gradient_at(stops, 0.5).r, 0.8F);
    EXPECT_EQ(gradient_at({}, 0.3).r, 0.3F) << "black to white";
}

// --- curves

TEST(CurveSource, WithoutPointsChangesNothing) {
    const Painting painting = with_pass(sealed(ramp({256, 1})), laying(Curve{}));
    const RgbBlock result = after(painting);
    for (int x = 0; x < 256; ++x)
        EXPECT_NEAR(result.row(0)[static_cast<std::size_t>(x)].r,
                    pixel(painting.underpaint->base(), x, 0).r, 1e-5);
}

TEST(CurveSource, GoesThroughAllThenThroughTheChannels) {
    Curve curve;
    curve.all = {{0, 0}, {0.5F, 0.25F}, {1, 1}};
    curve.red = {{0, 0}, {0.25F, 0.75F}, {1, 1}};
    Painting painting = sealed(Picture({2, 2}, Channels::grey, Depth::bits16, 0.5F));
    painting = with_pass(painting, laying(curve));
    const Rgb found = after(painting).row(0)[0];
    EXPECT_NEAR(found.g, 0.25, 1e-3);
    EXPECT_NEAR(found.r, 0.75, 1e-3);
}

TEST(CurveTest, NeverSwingsPastItsPoints) {
    const CurvePoints points{{0, 0.1F}, {0.3F, 0.12F}, {0.35F, 0.9F}, {0.6F, 0.9F}, {1, 0.2F}};
    double last = curve_at(points, 0.3);
    for (double v = 0.3; v <= 0.6; v += 0.001) {
        const double now = curve_at(points, v);
        EXPECT_GE(now, last - 1e-9) << v;
        EXPECT_LE(now, 0.9 + 1e-6) << v;
        last = now;
    }
    for (const CurvePoint& p : points) EXPECT_NEAR(curve_at(points, p.in), p.out, 1e-6);
    EXPECT_EQ(curve_at(points, -1), 0.1F);
    EXPECT_EQ(curve_at(points, 2), 0.2F);
    EXPECT_EQ(curve_at({{0.4F, 0.7F}}, 0.1), 0.7F) << "one point is level";
}

// --- pictures placed over the painting

/// Three wide, two high: 0.1 0.2 0.3 over 0.4 0.5 0.6.
SharedPicture six() {
    return share(grey_picture({3, 2}, [](int x, int y) { return 0.1 * (1 + x + 3 * y); }));
}

/// The values that a placement of six() leaves on a black ground of 8 x 8.
std::vector<std::vector<float>> placed(const Placement& placement, int wide, int high) {
    const Painting painting = with_pass(sealed(Picture({8, 8}, Channels::grey, Depth::bits16)),
                                        laying(Placed{six(), placement}));
    const RgbBlock result = after(painting);
    std::vector<std::vector<float>> rows;
    for (int y = 0; y < high; ++y) {
        rows.emplace_back();
        for (int x = 0; x < wide; ++x)
            rows.back().push_back(std::round(result.row(y)[static_cast<std::size_t>(x)].r * 1000) /
                                  1000);
    }
    return rows;
}
using Rows = std::vector<std::vector<float>>;

TEST(PlacedSource, LiesAsItIsMirroredTurnedAndMoved) {
    EXPECT_EQ(placed({}, 4, 3), (Rows{{0.1F, 0.2F, 0.3F, 0}, {0.4F, 0.5F, 0.6F, 0}, {0, 0, 0, 0}}));
    EXPECT_EQ(placed({.mirrored = true}, 3, 2), (Rows{{0.3F, 0.2F, 0.1F}, {0.6F, 0.5F, 0.4F}}));
    EXPECT_EQ(placed({.upended = true}, 3, 2), (Rows{{0.4F, 0.5F, 0.6F}, {0.1F, 0.2F, 0.3F}}));
    EXPECT_EQ(placed({.quarter_turns = 1}, 3, 3),
              (Rows{{0.4F, 0.1F, 0}, {0.5F, 0.2F, 0}, {0.6F, 0.3F, 0}}))
        << "clockwise: what was at the left is at the top";
    EXPECT_EQ(placed({.quarter_turns = 2}, 3, 2), (Rows{{0.6F, 0.5F, 0.4F}, {0.3F, 0.2F, 0.1F}}));
    EXPECT_EQ(placed({.quarter_turns = 3}, 2, 3), (Rows{{0.3F, 0.6F}, {0.2F, 0.5F}, {0.1F, 0.4F}}));
    EXPECT_EQ(placed({.x = 1, .y = -1}, 5, 2), (Rows{{0, 0.4F, 0.5F, 0.6F, 0}, {0, 0, 0, 0, 0}}));
}

TEST(PlacedSource, IsScaled) {
    const Rows half = placed({.scale = 0.5}, 2, 2);
    EXPECT_NEAR(half[0][0], 0.3, 2e-3) << "the mean of 0.1 0.2 0.4 0.5";
    EXPECT_NEAR(half[0][1], (0.3 + 0.6) / 4, 2e-3) << "half of this pixel is bare";
    EXPECT_EQ(half[1][0], 0);
    const Rows twice = placed({.scale = 2}, 8, 6);
    EXPECT_NEAR(twice[1][1], 0.1 + 0.25 * 0.1 + 0.25 * 0.3, 2e-3) << "a quarter of the way over";
    EXPECT_NEAR(twice[1][6], 0.25 * (0.75 * 0.3 + 0.25 * 0.6), 2e-3) << "its border is as soft";
    EXPECT_EQ(twice[1][7], 0);
    EXPECT_EQ(twice[5][1], 0);
}

TEST(PlacedSource, LooksTheSameAtEverySize) {
    const Painting painting = testing::every_source({600, 400});
    const RgbBlock full = after(painting);
    for (const double shrink : {2.0, 2.5, 7.3}) {
        const RgbBlock small = after(painting, shrink);
        double worst = 0, sum = 0;
        for (int y = 2; y + 3 < small.area().height; ++y)
            for (int x = 2; x + 3 < small.area().width; ++x) {
                // The underpaint is noise, so means over some pixels are what can be compared.
                const Rgb found = small.row(y)[static_cast<std::size_t>(x)];
                const double at = full.row(static_cast<int>(
                    (y + 0.5) * shrink))[static_cast<std::size_t>((x + 0.5) * shrink)]
                                      .g;
                sum += found.g - at;
                worst = std::max(worst, std::fabs(found.g - at));
            }
        EXPECT_LT(std::fabs(sum) / (double(small.area().width) * small.area().height), 0.02)
            << shrink;
        EXPECT_LE(worst, 1);
    }
}

// --- underpaint, grain, glow, vignette

TEST(UnderpaintSource, BringsTheSealBack) {
    Painting painting = with_pass(sealed(ramp({64, 2})), tint({1, 0, 0}, BlendMode::normal));
    painting = with_pass(painting, laying(Underpaint{}));
    const RgbBlock result = after(painting);
    for (int x = 0; x < 64; ++x)
        EXPECT_NEAR(result.row(0)[static_cast<std::size_t>(x)].r,
                    pixel(painting.underpaint->base(), x, 0).r, 1e-6);
}

TEST(GrainSource, IsEvenNoiseOfItsSeed) {
    const auto grain = [](std::uint32_t seed, float size, float amount) {
        return after(with_pass(sealed(Picture({200, 200}, Channels::grey, Depth::bits8)),
                               laying(Grain{seed, size, amount})));
    };
    const RgbBlock one = grain(1, 1, 0.5F), again = grain(1, 1, 0.5F), other = grain(2, 1, 0.5F);
    double sum = 0, squares = 0;
    int same = 0;
    for (std::size_t i = 0; i < 40'000; ++i) {
        const double v = one.all().r[i] - 0.5;
        EXPECT_LE(std::fabs(v), 0.25) << "amount 0.5 is half the way to black and white";
        EXPECT_EQ(one.all().r[i], again.all().r[i]);
        EXPECT_EQ(one.all().r[i], one.all().b[i]) << "neutral";
        same += one.all().r[i] == other.all().r[i];
        sum += v, squares += v * v;
    }
    EXPECT_LT(same, 40);
    EXPECT_NEAR(sum / 40'000, 0, 0.003);
    EXPECT_GT(std::sqrt(squares / 40'000), 0.04);
}

TEST(GrainSource, FadesWithDistance) {
    const Painting painting = with_pass(sealed(Picture({1024, 1024}, Channels::grey, Depth::bits8)),
                                        laying(Grain{1, 1, 1}));
    const auto spread = [&](double shrink) {
        const RgbBlock pixels = after(painting, shrink);
        double squares = 0;
        for (const float v : pixels.all().r) squares += (v - 0.5) * (v - 0.5);
        return std::sqrt(squares / static_cast<double>(pixels.all().r.size()));
    };
    EXPECT_NEAR(spread(8) / spread(1), 1.0 / 8, 0.03) << "64 grains in a pixel";
}

TEST(GlowSource, IsFullInItsCoreAndGoneAtItsRadius) {
    const Painting painting = with_pass(sealed(Picture({200, 100}, Channels::grey, Depth::bits16)),
                                        laying(Glow{{100, 50}, 40, 0.25F, {1, 0.5F, 0}}));
    const RgbBlock result = after(painting);
    EXPECT_NEAR(result.row(50)[100].r, 1, 1e-4);
    EXPECT_NEAR(result.row(50)[100].g, 0.5, 1e-4);
    EXPECT_NEAR(result.row(50)[108].r, 1, 1e-4) << "inside the core";
    EXPECT_NEAR(result.row(50)[124].r, 0.525, 2e-3) << "24.5 pixels out, of 10 to 40";
    EXPECT_EQ(result.row(50)[141].r, 0);
    EXPECT_EQ(result.row(5)[60].r, 0);
}

TEST(VignetteSource, GathersTowardTheCorners) {
    const Painting painting =
        with_pass(sealed(Picture({300, 100}, Channels::grey, Depth::bits16, 1)),
                  laying(Vignette{0.5F, 1, {0, 0, 0}}));
    const RgbBlock result = after(painting);
    EXPECT_EQ(result.row(50)[150].r, 1);
    EXPECT_LT(result.row(0)[0].r, 0.02F);
    EXPECT_NEAR(result.row(0)[0].r, result.row(99)[299].r, 1e-4);
    EXPECT_NEAR(result.row(0)[150].r, result.row(50)[0].r, 0.05) << "of the picture's shape";
}

TEST(Sources, BroughtIntoRangeAreFinite) {
    Pass pass;
    const auto ranged = [&](Source source) {
        pass.source = std::move(source);
        return in_range(pass).source;
    };
    const auto glow =
        std::get<Glow>(ranged(Glow{{kNoNumber, 1e300}, -5, kNoNumber, {kNoNumber, 2, -1}}));
    EXPECT_EQ(glow.centre.x, 0);
    EXPECT_LE(glow.centre.y, 1e6);
    EXPECT_EQ(glow.radius, 1);
    EXPECT_EQ(glow.colour, (Rgb{0, 1, 0}));
    const auto curve =
        std::get<Curve>(ranged(Curve{{{0.9F, 1}, {kNoNumber, 0.2F}, {0.9F, 0.1F}}, {}, {}, {}}));
    ASSERT_EQ(curve.all.size(), 2U) << "sorted, no two at one place";
    EXPECT_EQ(curve.all[0].in, 0);
    const auto vignette = std::get<Vignette>(ranged(Vignette{0.9F, 0.2F, {}}));
    EXPECT_GE(vignette.outer, vignette.inner);
    Placement placement;
    placement.quarter_turns = -5;
    placement.scale = kNoNumber;
    const auto picture = std::get<Placed>(ranged(Placed{six(), placement}));
    EXPECT_EQ(picture.placement.quarter_turns, 3);
    EXPECT_EQ(picture.placement.scale, 1);
}

TEST(Sources, LaidWithEveryBlendAreNumbers) {
    Painting painting = testing::every_source({64, 48});
    for (const BlendText& text : kBlendTexts) {
        for (Pass& pass : painting.passes) pass.blend = text.mode;
        const RgbBlock result = after(painting);
        for (const float v : result.all().g) ASSERT_TRUE(v >= 0 && v <= 1) << text.id;
    }
}

}  // namespace
}  // namespace underpaint
