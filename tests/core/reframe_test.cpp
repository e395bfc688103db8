// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures and paintings in another frame; where a picture lies in another one.
#include <cmath>

#include "audit/audit.h"
#include "painting/reframed.h"
#include "painting/version_changes.h"
#include "raster/alignment.h"
#include "render/readings.h"
#include "render/render.h"
#include "support/every_source.h"

namespace underpaint {
namespace {

/// Shapes of several sizes, different at every place and in every orientation.
double scene(double x, double y) {
    double v = 0.35 + 0.25 * x + 0.1 * std::sin(9 * y + 3 * x);
    const auto disc = [&](double cx, double cy, double r, double value) {
        if (std::hypot(x - cx, (y - cy) * 0.75) < r) v = value;
    };
    disc(0.3, 0.35, 0.12, 0.9);
    disc(0.72, 0.6, 0.18, 0.15);
    disc(0.15, 0.8, 0.06, 0.75);
    disc(0.85, 0.2, 0.04, 0.05);
    if (x > 0.4 && x < 0.5 && y > 0.5) v = 0.05;
    return v;
}

/// What of the scene lies in a frame, in shares of it, drawn at a size.
Picture seen(Size size, double left = 0, double top = 0, double wide = 1, double high = 1) {
    return testing::grey_picture(size, [&](int x, int y) {
        return std::clamp(
            scene(left + wide * (x + 0.5) / size.width, top + high * (y + 0.5) / size.height), 0.0,
            1.0);
    });
}

Alignment found_in(const Picture& first, const Picture& other) {
    return *aligned(steps_of(first, Reader::lightness), steps_of(other, Reader::lightness));
}

TEST(Reframe, MovesPixelsUnchangedAndContinuesTheBorder) {
    const Picture picture = testing::noise({40, 30}, Channels::rgb_alpha, Depth::bits8);
    const Picture moved = reframed(picture, {{40, 30}, 5, -3, {60, 20}});
    ASSERT_EQ(moved.size(), (Size{60, 20}));
    for (int y = 0; y < 20; ++y)
        for (int x = 0; x < 60; ++x)
            ASSERT_EQ(testing::pixel(moved, x, y),
                      testing::pixel(picture, std::clamp(x - 5, 0, 39), y + 3));
}

TEST(Reframe, ScalesByAreaAndWithAlpha) {
    // Each pixel of half the size is the mean of four, by alpha.
    Picture picture({4, 2}, Channels::rgb_alpha, Depth::bits16);
    const float red[] = {1, 1, 0, 0}, alpha[] = {1, 0, 0.5F, 0.5F};
    for (int y = 0; y < 2; ++y) {
        picture.write_channel(0, 0, y, red);
        picture.write_channel(3, 0, y, alpha);
    }
    const Picture half = scaled(picture, {2, 1});
    EXPECT_NEAR(testing::pixel(half, 0, 0).r, 1, 1e-4) << "what is clear has no colour";
    EXPECT_NEAR(testing::pixel(half, 1, 0).r, 0, 1e-4);
    std::vector<float> a(2);
    half.read_alpha(0, 0, a);
    EXPECT_NEAR(a[0], 0.5F, 1e-4);
    // A ramp stays a ramp when it is made larger, but for its ends.
    const Picture larger = scaled(testing::ramp({50, 4}), {150, 8});
    for (int x = 6; x < 144; ++x)
        EXPECT_NEAR(testing::pixel(larger, x, 4).r, ((x + 0.5) / 3 - 0.5) / 49, 0.002) << x;
    // Narrower and higher at once.
    EXPECT_EQ(scaled(picture, {1, 9}).size(), (Size{1, 9}));
}

TEST(Reframe, AnotherShapeIsCutOrAddedTo) {
    EXPECT_EQ(resized({400, 300}, {800, 600}, OtherShape::cut),
              (Reframe{{800, 600}, 0, 0, {800, 600}}));
    EXPECT_EQ(resized({401, 300}, {800, 600}, OtherShape::cut).scaled, (Size{800, 600}))
        << "nearly the same shape is stretched";
    const Reframe cut = resized({400, 300}, {400, 400}, OtherShape::cut);
    EXPECT_EQ(cut.scaled, (Size{533, 400}));
    EXPECT_EQ(cut.x, -66);
    const Reframe added = resized({400, 300}, {400, 400}, OtherShape::added);
    EXPECT_EQ(added.scaled, (Size{400, 300}));
    EXPECT_EQ(added.y, 50);
    EXPECT_NEAR(reframed(Point{200, 150}, {400, 300}, added).y, 200, 1e-9);
}

TEST(Reframe, APaintingLooksLikeThePaintingScaled) {
    Painting painting = testing::every_source({150, 90});
    // Grain and what is sharpened by fractions of a pixel are drawn anew at each size.
    std::erase_if(painting.passes, [](const Pass& p) {
        return std::holds_alternative<Grain>(p.source) ||
               std::holds_alternative<Sharpness>(p.source);
    });
    painting = with_foci(painting, {{"A", {20, 30}, 10}});
    painting = with_branch(std::move(painting), "Other");
    const Reframe frame = resized(painting.size(), {450, 270}, OtherShape::cut);
    const Painting large = reframed(painting, frame);
    EXPECT_EQ(large.plan.foci[0].centre, (Point{60, 90}));
    EXPECT_NEAR(large.plan.foci[0].radius, 30, 1e-9);
    const std::size_t end = painting.passes.size();
    const Picture wanted = scaled(*render_picture(painting, end, Depth::bits16), {450, 270});
    const Picture is = *render_picture(large, end, Depth::bits16);
    double apart = 0;
    for (int y = 0; y < 270; ++y)
        for (int x = 0; x < 450; ++x) {
            const Rgb a = testing::pixel(is, x, y), b = testing::pixel(wanted, x, y);
            apart += std::abs(a.g - b.g) + std::abs(a.b - b.b);
        }
    // Its masks are noise, which blends unlike their means do.
    EXPECT_LT(apart / (2 * 450 * 270), 0.02);
    // Every picture of every version has the new size, or a place of its own.
    for (const Version& version : large.versions)
        for (const Pass& pass : version.colouring.passes)
            EXPECT_TRUE(fits(large, pass)) << pass.name;
    EXPECT_EQ(reframed(painting, resized(painting.size(), painting.size(), OtherShape::cut)),
              painting);
}

TEST(Reframe, LengthsAndPlacesGoAlong) {
    Painting painting = testing::sealed(testing::ramp({100, 80}));
    Pass glow;
    glow.source = Glow{{20, 30}, 12, 0.1F, {1, 1, 1}};
    Pass placed;
    placed.source = Placed{share(testing::noise({10, 8}, Channels::rgb, Depth::bits8)), {}};
    std::get<Placed>(placed.source).placement.x = 7;
    Pass grain;
    grain.source = Grain{};
    for (const Pass& pass : {glow, placed, grain}) painting = with_pass(std::move(painting), pass);
    const Painting half = reframed(painting, resized({100, 80}, {50, 40}, OtherShape::cut));
    EXPECT_EQ(std::get<Glow>(half.passes[0].source).centre, (Point{10, 15}));
    EXPECT_FLOAT_EQ(std::get<Glow>(half.passes[0].source).radius, 6);
    EXPECT_NEAR(std::get<Placed>(half.passes[1].source).placement.scale, 0.5, 1e-6);
    EXPECT_NEAR(std::get<Placed>(half.passes[1].source).placement.x, 3.5, 1e-6);
    EXPECT_EQ(std::get<Placed>(half.passes[1].source).pixels->size(), (Size{10, 8}))
        << "its own pixels stay";
    EXPECT_FLOAT_EQ(std::get<Grain>(half.passes[2].source).size, 1);
}

TEST(Reframe, StopsBetweenTwoPictures) {
    const Painting painting = testing::sealed(testing::ramp({100, 80}));
    const Reframe frame = resized({100, 80}, {50, 40}, OtherShape::cut);
    std::stop_source stop;
    const auto made = reframed(painting, frame, stop.get_token());
    ASSERT_TRUE(made);
    EXPECT_EQ(made->size(), (Size{50, 40}));
    stop.request_stop();
    EXPECT_FALSE(reframed(painting, frame, stop.get_token()));
}

TEST(Alignment, FindsAPictureInItselfAtAnySize) {
    const Picture first = seen({640, 480});
    for (const double by : {0.4, 0.75, 1.0, 1.5, 2.6}) {
        const Size size{static_cast<int>(640 * by), static_cast<int>(480 * by)};
        const Alignment found = found_in(first, seen(size));
        EXPECT_GT(found.certainty, 0.97) << by;
        EXPECT_NEAR(found.scale, by, 0.004 * by);
        EXPECT_LT(std::hypot(found.at.x, found.at.y), 0.006 * size.width) << by;
        EXPECT_FALSE(found.turned());
        EXPECT_EQ(frame_of(found, first.size(), size).scaled, size) << by;
    }
}

TEST(Alignment, FindsACropAndAnExtensionToThePixel) {
    const Picture first = seen({640, 480});
    // 400 x 300 of it from (120, 90) on.
    const Picture crop = reframed(first, {{640, 480}, -120, -90, {400, 300}});
    Alignment found = found_in(first, crop);
    EXPECT_EQ(found.scale, 1);
    EXPECT_EQ(found.at, (Point{-120, -90}));
    EXPECT_NEAR(found.seen, 400.0 * 300 / (640 * 480), 0.01);
    EXPECT_GT(found.certainty, 0.97);
    // Neither is changed by being looked at.
    const FloatBlock plane = steps_of(first, Reader::lightness);
    FloatBlock looked_at = plane;
    ASSERT_TRUE(aligned(looked_at, steps_of(crop, Reader::lightness)));
    EXPECT_TRUE(std::ranges::equal(looked_at.samples(), plane.samples()));
    // The same the other way: the crop lies inside the whole.
    found = found_in(crop, first);
    EXPECT_EQ(found.at, (Point{120, 90}));
    EXPECT_NEAR(found.seen, 1, 0.01);
    // Cut at one side and added to at the other, as a canvas that was moved.
    found = found_in(first, reframed(first, {{640, 480}, 37, -21, {640, 480}}));
    EXPECT_EQ(found.scale, 1);
    EXPECT_EQ(found.at, (Point{37, -21}));
    // Cropped, and saved at another size.
    found = found_in(first, seen({600, 450}, 0.2, 0.1, 0.6, 0.6));
    EXPECT_NEAR(found.scale, 600 / (0.6 * 640), 0.01);
    EXPECT_NEAR(found.at.x, -0.2 * 640 * found.scale, 3);
    EXPECT_NEAR(found.at.y, -0.1 * 480 * found.scale, 3);
}

TEST(Alignment, TellsEveryWayRound) {
    const Picture first = seen({480, 360});
    for (const bool mirrored : {false, true})
        for (int turns = 0; turns < 4; ++turns) {
            Picture other = mirrored ? turned(first, Turn::mirror) : first;
            for (int i = 0; i < turns; ++i) other = turned(other, Turn::right);
            const Alignment found = found_in(first, other);
            EXPECT_GT(found.certainty, 0.95) << mirrored << turns;
            EXPECT_EQ(found.mirrored, mirrored) << turns;
            EXPECT_EQ(found.quarter_turns, turns) << mirrored;
        }
}

TEST(Alignment, AFigureAddedOrOtherValuesLeaveItSureAndAnotherPictureDoesNot) {
    const Picture first = seen({640, 480});
    const Picture figure = testing::grey_picture({640, 480}, [](int x, int y) {
        const bool there = x > 250 && x < 330 && y > 120 && y < 420;
        return there ? 0.95 : std::pow(scene((x + 0.5) / 640, (y + 0.5) / 480), 1.3);
    });
    const Alignment found = found_in(first, figure);
    EXPECT_GT(found.certainty, 0.7);
    EXPECT_EQ(found.at, (Point{0, 0}));
    EXPECT_EQ(found.scale, 1);
    EXPECT_LT(found_in(first, testing::noise({640, 480}, Channels::grey, Depth::bits8)).certainty,
              kPerhapsAligned);
    // One tone, one pixel, a line: nothing is found, and nothing goes wrong.
    EXPECT_EQ(
        found_in(first, testing::grey_picture({640, 480}, [](int, int) { return 0.0; })).certainty,
        0);
    EXPECT_LT(found_in(first, testing::ramp({1, 1})).certainty, kPerhapsAligned);
    EXPECT_LT(found_in(first, testing::noise({640, 1}, Channels::grey, Depth::bits8)).certainty,
              kPerhapsAligned);
    EXPECT_LT(found_in(testing::ramp({1, 1}), first).certainty, kPerhapsAligned);
}

}  // namespace
}  // namespace underpaint
