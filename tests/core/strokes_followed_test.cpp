// SPDX-License-Identifier: GPL-3.0-or-later
// What follows a brush: colour in a picture, its halvings, what frames keep of it.
#include <gtest/gtest.h>

#include <cmath>
#include <mutex>

#include "audit/part_tones.h"
#include "colour/reader.h"
#include "colour/value_scale.h"
#include "painting/changes.h"
#include "raster/brush.h"
#include "render/live_render.h"
#include "render/render.h"
#include "render/tiles.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::pixel;

constexpr Rgb kRose{0.8F, 0.4F, 0.45F}, kInk{0.3F, 0.35F, 0.5F};

float alpha_at(const Picture& picture, int x, int y) {
    float alpha = 0;
    picture.read_alpha(x, y, std::span(&alpha, 1));
    return alpha;
}

Brush brush_of(Rgb colour, double flow = 0.5) {
    Brush brush{30, 1, flow, false};
    brush.colour = colour;
    return brush;
}

TEST(ColourStroke, LaysItsColourOverWhatWasThere) {
    Picture picture = unpainted_colour({200, 150}).pixels->base();
    BrushStroke(brush_of(kRose)).move(picture, {{100.5, 75.5}, 1});
    EXPECT_NEAR(alpha_at(picture, 100, 75), 0.5, 1e-4);
    EXPECT_NEAR(pixel(picture, 100, 75).r, kRose.r, 1e-3) << "whatever the clear pixel held";
    BrushStroke(brush_of(kInk)).move(picture, {{100.5, 75.5}, 1});
    // W3C Compositing Level 1, 5.1: alpha 0.5 + 0.5 (1 - 0.5), colour 0.5 and 0.25 parts of that.
    EXPECT_NEAR(alpha_at(picture, 100, 75), 0.75, 1e-3);
    EXPECT_NEAR(pixel(picture, 100, 75).r, (0.5 * kInk.r + 0.25 * kRose.r) / 0.75, 2e-3);
    EXPECT_EQ(alpha_at(picture, 10, 10), 0);
}

TEST(ColourStroke, ErasesAlphaAndLeavesColour) {
    Picture picture = testing::filled({200, 150}, Channels::rgb_alpha, kRose);
    Brush eraser = brush_of(kInk);
    eraser.takes_off = true;
    BrushStroke(eraser).move(picture, {{100.5, 75.5}, 1});
    EXPECT_NEAR(alpha_at(picture, 100, 75), 0.5, 1e-3);
    EXPECT_NEAR(pixel(picture, 100, 75).r, kRose.r, 1e-3);
}

TEST(ColourStroke, IsLongAlongTheStrokesItFollows) {
    Brush brush = brush_of(kRose);
    brush.stretch = 4;
    for (const double angle : {0.0, 0.7, 1.57, 2.5}) {
        Picture picture = unpainted_colour({200, 200}).pixels->base();
        BrushStroke(brush, [angle](const Point&) {
            return std::optional(angle);
        }).move(picture, {{100.5, 100.5}, 1});
        const auto covered = [&](double turn, double away) {
            return alpha_at(picture, static_cast<int>(100.5 + away * std::cos(turn)),
                            static_cast<int>(100.5 + away * std::sin(turn)));
        };
        // The radius of 30 becomes 60 along and 15 across: as large as before.
        EXPECT_GT(covered(angle, 55), 0.4) << angle;
        EXPECT_EQ(covered(angle, 64), 0) << angle;
        EXPECT_GT(covered(angle + 1.5708, 12), 0.4) << angle;
        EXPECT_EQ(covered(angle + 1.5708, 18), 0) << angle;
    }
    // Where nothing leads it is round.
    Picture round = unpainted_colour({200, 200}).pixels->base();
    BrushStroke(brush, [](const Point&) {
        return std::optional<double>();
    }).move(round, {{100.5, 100.5}, 1});
    EXPECT_GT(alpha_at(round, 100, 126), 0.4);
    EXPECT_EQ(alpha_at(round, 150, 100), 0);
}

TEST(ColourStroke, GoesOnWhateverLayWasThere) {
    // A layer that somebody else made, smaller and beside the corner.
    const Painted layer{share(testing::filled({50, 40}, Channels::rgb, kInk)), -10, 20};
    const Painted large = as_large_as({120, 90}, layer);
    EXPECT_EQ(large.pixels->size(), (Size{120, 90}));
    EXPECT_EQ(alpha_at(large.pixels->base(), 5, 30), 1);
    EXPECT_EQ(alpha_at(large.pixels->base(), 45, 30), 0);
    EXPECT_NEAR(pixel(large.pixels->base(), 39, 59).b, kInk.b, 1e-4);
    EXPECT_EQ(as_large_as({120, 90}, large), large) << "and once is enough";
}

TEST(Halvings, OfAChangedPictureAreThoseOfOneMadeAnew) {
    for (const Channels channels : {Channels::rgb_alpha, Channels::grey}) {
        const SharedPicture before = share(testing::noise({301, 203}, channels, Depth::bits16));
        for (int level = 1; level < 4; ++level) before->level(level);
        Picture changed = before->base();
        const std::vector<float> row(41, 0.25F);
        for (int y = 77; y < 120; ++y)
            for (int c = 0; c < count_of(channels); ++c) changed.write_channel(c, 111, y, row);
        const SharedPicture after = share(changed, before, {111, 77, 41, 43});
        EXPECT_EQ(after->changed_since(*before), (Rect{111, 77, 41, 43}));
        for (int level = 1; level < 4; ++level)
            EXPECT_TRUE(same_pixels(*after->level(level), *Pyramid(changed).level(level))) << level;
    }
}

/// Frames while a pass is painted, against ones made from nothing, to the bit.
TEST(LiveStrokes, ShowWhatARenderFromNothingShows) {
    const Size size{700, 520};
    Painting painting = testing::sealed(testing::ramp(size));
    Pass pass = testing::tint({}, BlendMode::normal);
    pass.source = unpainted_colour(size);
    painting = with_pass(painting, pass);
    LiveRender live(std::size_t{64} << 20);
    Brush brush = brush_of(kRose, 0.3);
    for (const bool erases : {false, true}) {
        brush.takes_off = erases;
        BrushStroke stroke(brush);
        for (int i = 0; i < 8; ++i) {
            const auto shared = std::get<Painted>(painting.passes[0].source).pixels;
            Picture picture = shared->base();
            const Rect fresh = stroke.move(picture, {{60.0 + 80 * i, 100.0 + 45 * i}, 1});
            pass.source = Painted{share(std::move(picture), shared, fresh), 0, 0};
            painting = with_changed_pass(painting, 0, pass);
            for (const double shrink : {1.7, 2.0, 1.0}) {
                const View view = whole_at(size, shrink);
                RgbBlock seen(view.area);
                std::mutex mutex;
                const std::size_t moments[] = {1};
                live.frame(painting, moments, view, [&](LiveRender::States states) {
                    const std::scoped_lock lock(mutex);
                    copy_overlap(seen, *states[0]);
                });
                const RgbBlock wanted = *render_view(painting, 1, view);
                ASSERT_TRUE(
                    std::ranges::equal(std::as_const(seen).all().r, std::as_const(wanted).all().r))
                    << erases << " " << i << " " << shrink;
            }
        }
    }
}

TEST(PartTones, AreTheMeansOfShadowsAndLights) {
    // A part of two values, tinted.
    Painting painting = testing::sealed(
        testing::grey_picture({200, 100}, [](int x, int) { return x % 2 ? 0.7 : 0.2; }));
    painting = testing::with_columns(painting, "Cart", 0, 100);
    painting = with_pass(painting, testing::tint({1, 0, 0}, BlendMode::normal, 0.5F));
    const auto tones = *part_tones(painting, 1);
    ASSERT_EQ(tones.size(), 1U);
    EXPECT_NEAR(tones[0].shadows.r, 0.6, 0.01);
    EXPECT_NEAR(tones[0].lights.r, 0.85, 0.01);
    EXPECT_NEAR(tones[0].shadows.g, 0.1, 0.01);
    EXPECT_NEAR((*part_tones(painting, 0))[0].lights.g, 0.7, 0.01) << "before it was laid";
    painting = with_part_hidden(painting, painting.parts[0].id, true);
    EXPECT_TRUE(part_tones(painting, 1)->empty());
}

TEST(TonedCurve, GoesTowardTwoColoursAndKeepsValues) {
    const Curve curve = toned_curve({{{0, 0}, {1, 0.9F}}, {}, {}, {}}, kInk, kRose, 0.4F);
    EXPECT_EQ(curve.all.size(), 2U) << "the common curve stays";
    const Curve channels = toned_curve({}, kInk, kRose, 0.4F);
    for (const auto& [step, colour] : {std::pair(kShadowStep, kInk), {kLightStep, kRose}}) {
        const Rgb neutral = grey(encoded_grey_of(lightness_of_step(static_cast<float>(step))));
        const Rgb toned = *channels.over(neutral);
        EXPECT_NEAR(step_of(read(Reader::lightness, toned)), step, 0.02);
        EXPECT_EQ(toned.r > toned.b, colour.r > colour.b) << "its hue";
    }
    EXPECT_EQ(*channels.over(grey(0)), grey(0));
    EXPECT_EQ(*channels.over(grey(1)), grey(1));
}

}  // namespace
}  // namespace underpaint
