// SPDX-License-Identifier: GPL-3.0-or-later
// Which way strokes go, against pictures whose strokes are known.
#include "audit/strokes.h"

#include <gtest/gtest.h>

#include <numbers>

#include "painting/changes.h"
#include "render/readings.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

constexpr double kPi = std::numbers::pi;

/// Stripes along a direction, `angle` from the x axis.
double stripes(double angle, int x, int y) {
    const double across = -std::sin(angle) * x + std::cos(angle) * y;
    return 0.5 + 0.3 * std::sin(across * 0.5);
}

/// How far two directions are apart, 0..pi/2.
double apart(double a, double b) {
    const double d = std::fmod(std::fabs(a - b), kPi);
    return std::min(d, kPi - d);
}

Painting striped(double underneath, double painted, Size size = {400, 300}) {
    Painting painting = testing::sealed(
        testing::grey_picture(size, [&](int x, int y) { return stripes(underneath, x, y); }));
    Pass pass = testing::tint({}, BlendMode::true_colour);
    pass.source = Painted{
        share(testing::coloured(size,
                                [&](int x, int y) {
                                    const auto v = static_cast<float>(stripes(painted, x, y));
                                    return Rgb{v, 0.4F, 1 - v};
                                })),
        0, 0};
    return with_pass(painting, pass);
}

TEST(Strokes, OfASmallPlaceAreThoseOfTheWholePicture) {
    const Size size{1600, 301};
    Painting painting = testing::sealed(testing::ramp(size));
    Pass pass = testing::tint({}, BlendMode::true_colour);
    const Picture small = testing::coloured({61, 50}, [](int x, int y) {
        const auto v = static_cast<float>(stripes(0.6, x, y));
        return Rgb{v, 0.4F, 1 - v};
    });
    for (const auto& [left, top] : {std::pair{701, 117}, {1539, 251}, {0, 0}}) {
        pass.source = Painted{share(small), left, top};
        const StrokeField field = *strokes_of_pass(with_pass(painting, pass), 0);
        FloatBlock steps;
        ColourBlocks colours;
        read_colours(rgb_of(small, rect_of(small.size())), Reader::lightness, steps, colours);
        std::vector<FloatBlock> planes(2, FloatBlock(rect_of(size)));
        for (int y = 0; y < small.size().height; ++y) {
            const auto at = static_cast<std::size_t>(left);
            std::ranges::copy(std::as_const(colours.a).row(y),
                              planes[0].row(top + y).subspan(at).begin());
            std::ranges::copy(std::as_const(colours.b).row(y),
                              planes[1].row(top + y).subspan(at).begin());
        }
        const StrokeField whole(planes, size, 1, 1);
        ASSERT_EQ(field.size(), whole.size());
        double energy = 0;
        for (int y = 0; y < whole.size().height; ++y)
            for (int x = 0; x < whole.size().width; ++x) {
                const auto is = field.twice_turned(x, y), was = whole.twice_turned(x, y);
                ASSERT_NEAR(is[0], was[0], 1e-6) << x << ", " << y;
                ASSERT_NEAR(is[1], was[1], 1e-6) << x << ", " << y;
                energy += whole.at(x, y).energy;
            }
        EXPECT_GT(energy, 0.01);
    }
}

TEST(Strokes, GoTheWayTheyWereDrawn) {
    for (const double angle : {0.0, 0.3, kPi / 4, kPi / 2, 2.0}) {
        const Painting painting = striped(angle, 0);
        const StrokeField field = *sealed_strokes(painting);
        const auto stroke = field.at(200, 150);
        EXPECT_LT(apart(stroke.angle, angle), 0.03) << angle;
        EXPECT_GT(stroke.coherence, 0.95);
        ASSERT_TRUE(field.angle_at({200, 150}));
        EXPECT_LT(apart(*field.angle_at({200, 150}), angle), 0.03);
    }
}

TEST(Strokes, AreNoneWhereThereAreNone) {
    const Painting flat = testing::sealed(Picture({200, 150}, Channels::grey, Depth::bits8, 0.4F));
    EXPECT_FALSE(sealed_strokes(flat)->angle_at({100, 75}));
    EXPECT_FALSE(sealed_strokes(flat)->angle_at({-5, 75}));
    EXPECT_FALSE(sealed_strokes(flat)->angle_at({1e9, 75}));
    // A tint has no strokes of its own.
    const Painting tinted = with_pass(flat, testing::tint({0.7F, 0.4F, 0.2F}, BlendMode::color));
    EXPECT_FALSE(agreement(*sealed_strokes(tinted), *strokes_of_pass(tinted, 0)));
}

TEST(Strokes, AgreeAlongAndNotAcross) {
    const auto agree = [](double underneath, double painted) {
        const Painting painting = striped(underneath, painted);
        return *agreement(*sealed_strokes(painting), *strokes_of_pass(painting, 0));
    };
    EXPECT_NEAR(agree(0.4, 0.4), 1, 0.01);
    EXPECT_NEAR(agree(0.4, 0.4 + kPi / 2), -1, 0.01);
    EXPECT_NEAR(agree(0.4, 0.4 + kPi / 4), 0, 0.05);
}

TEST(Strokes, AgreeAlikeWhateverTheSizeAndMirrored) {
    const auto agree = [](Size size, double by) {
        Painting painting = testing::sealed(testing::grey_picture(size, [&](int x, int y) {
            return 0.5 + 0.3 * std::sin((0.8 * y - 0.6 * x) * by * 0.1);
        }));
        Pass pass = testing::tint({}, BlendMode::true_colour);
        pass.source = Painted{share(testing::coloured(size,
                                                      [&](int, int y) {
                                                          const auto v = static_cast<float>(
                                                              0.5 + 0.4 * std::sin(y * by * 0.1));
                                                          return Rgb{v, 0.4F, 1 - v};
                                                      })),
                              0, 0};
        painting = with_pass(painting, pass);
        return *agreement(*sealed_strokes(painting), *strokes_of_pass(painting, 0));
    };
    const double large = agree({2400, 1600}, 1), small = agree({1200, 800}, 2);
    // The stripes are atan(0.6 / 0.8) apart: cos 2 of that is 0.28.
    EXPECT_NEAR(large, 0.28, 0.02);
    EXPECT_NEAR(small, large, 0.02);
}

}  // namespace
}  // namespace underpaint
