// SPDX-License-Identifier: GPL-3.0-or-later
// Strong opposites that meet: where, how long a border, which pass, and how it is mended.
#include "audit/opposites.h"

#include <gtest/gtest.h>

#include <cmath>

#include "audit/finding_place.h"
#include "audit/pass_mends.h"
#include "colour/intensity.h"
#include "render/view.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

constexpr Rgb kOrange{0.9F, 0.45F, 0.1F}, kBlue{0.1F, 0.35F, 0.85F};
constexpr Rgb kGreyBlue{0.45F, 0.47F, 0.5F}, kHalfOrange{0.62F, 0.47F, 0.36F};
/// As large as the viewing scale: a pixel is a viewing pixel.
constexpr Size kViewed{1600, 300};

std::vector<MeetingPixel> meetings_in(const Picture& picture, double pixel = 1) {
    RgbBlock block(rect_of(picture.size()));
    picture.read_rgb(block);
    FloatBlock steps;
    ColourBlocks colours;
    read_colours(block, Reader::lightness, steps, colours);
    return meetings_of_opposites(colours, pixel);
}

/// Orange, `between` pixels of another colour, blue; the border at some angle to the columns.
Picture bands(Size size, int between, Rgb middle, double degrees = 0) {
    const double x_of = std::cos(degrees * std::numbers::pi / 180);
    const double y_of = std::sin(degrees * std::numbers::pi / 180);
    return testing::coloured(size, [&](int x, int y) {
        const double along = (x + 0.5 - size.width / 2) * x_of + (y + 0.5 - size.height / 2) * y_of;
        return along < 0 ? kOrange : along < between ? middle : kBlue;
    });
}

TEST(Opposites, ABridgeIsTwelveViewingPixelsOfGreys) {
    ASSERT_LT(strength(kGreyBlue), kGreyBetween);
    ASSERT_GT(std::min(strength(kOrange), strength(kBlue)), kStrongOpposite);
    EXPECT_NEAR(length_of(meetings_in(bands(kViewed, 0, kGreyBlue))), 300, 3);
    EXPECT_NEAR(length_of(meetings_in(bands(kViewed, 11, kGreyBlue))), 300, 3);
    EXPECT_EQ(length_of(meetings_in(bands(kViewed, 12, kGreyBlue))), 0);
    // Of a picture of half the size a pixel is two of them.
    EXPECT_NEAR(length_of(meetings_in(bands({800, 150}, 5, kGreyBlue), 2)), 300, 6);
    EXPECT_EQ(length_of(meetings_in(bands({800, 150}, 6, kGreyBlue), 2)), 0);
}

/// What is neither strong nor grey does not part them, until it is so wide that they do not meet.
TEST(Opposites, HalfStrongColoursAreNoBridge) {
    ASSERT_GT(strength(kHalfOrange), kGreyBetween);
    ASSERT_LT(strength(kHalfOrange), kStrongOpposite);
    EXPECT_NEAR(length_of(meetings_in(bands(kViewed, 20, kHalfOrange))), 300, 3);
    EXPECT_EQ(length_of(meetings_in(bands(kViewed, 30, kHalfOrange))), 0);
}

TEST(Opposites, HuesThatGoOverThroughStrongOnesDoNotMeet) {
    const auto turning = testing::coloured(kViewed, [](int x, int) {
        return testing::lch(0.7F, 0.12F, 40 + 180 * static_cast<float>(x) / 1600);
    });
    EXPECT_EQ(length_of(meetings_in(turning)), 0);
}

/// A border has the same length whichever way it runs.
TEST(Opposites, LengthDependsLittleOnTheAngle) {
    constexpr Size square{600, 600};
    for (const double degrees : {0.0, 10.0, 22.5, 30.0, 45.0, 67.0, 90.0}) {
        const double turn = degrees * std::numbers::pi / 180;
        const double length = 600 / std::max(std::fabs(std::cos(turn)), std::fabs(std::sin(turn)));
        for (const int between : {0, 6})
            EXPECT_NEAR(length_of(meetings_in(bands(square, between, kGreyBlue, degrees))), length,
                        0.035 * length)
                << degrees << ", " << between;
    }
}

/// A grey painting with a warm and a cool half, each laid by a pass over half of the columns.
Painting coloured_halves() {
    Painting painting = testing::sealed(
        testing::grey_picture(kViewed, [](int, int y) { return 0.4 + y / 1500.0; }));
    painting = testing::with_columns(std::move(painting), "Cart", 0, 800);
    painting = testing::with_columns(std::move(painting), "Sky", 800, 1600);
    for (const auto& [part, colour] : {std::pair(0, kOrange), {1, kBlue}}) {
        Pass pass = testing::tint(colour, BlendMode::true_colour);
        pass.reach.parts = {painting.parts[static_cast<std::size_t>(part)].id};
        painting = with_pass(std::move(painting), std::move(pass));
    }
    return painting;
}

Painting with_rule(Painting painting) {
    painting.brief.rules[HouseRule::opposites] = static_cast<double>(Opposites::over_greys);
    return painting;
}

const Finding* meeting_in(const std::vector<Finding>& findings) {
    const auto found = std::ranges::find(findings, kOppositesMeet, &Finding::code);
    return found == findings.end() ? nullptr : &*found;
}

TEST(Opposites, AreMeasuredWhereTheRuleAsks) {
    const Painting painting = coloured_halves();
    const Audit off = *audit(painting, {});
    EXPECT_FALSE(off.passes.back().opposites);
    EXPECT_EQ(meeting_in(find(painting, off)), nullptr);
    AuditOptions own;
    own.own_rules[HouseRule::opposites] = static_cast<double>(Opposites::over_greys);
    const Audit figures = *audit(painting, own);
    EXPECT_NEAR(figures.passes[1].opposites->length, 300, 6);
    EXPECT_EQ(figures.passes[0].opposites->length, 0);
    EXPECT_EQ(figures.passes[1].opposites->verdict, Verdict::slipping);
    // Figures of an audit that did not measure them are not taken over.
    own.known = {&off, 1};
    EXPECT_EQ(audit(painting, own)->passes[1].opposites, figures.passes[1].opposites);
    own.known = {&figures, 1};
    EXPECT_EQ(audit(painting, own)->passes[1].opposites, figures.passes[1].opposites);
}

TEST(Opposites, FindingNamesThePassTheBorderAndThePartsAndShowsThePlace) {
    const Painting painting = with_rule(coloured_halves());
    const Audit figures = *audit(painting, {});
    const auto findings = find(painting, figures);
    const Finding* finding = meeting_in(findings);
    ASSERT_NE(finding, nullptr);
    EXPECT_EQ(finding->pass, 2);
    EXPECT_EQ(finding->text,
              "Strong opposites meet without greys between them, along 19% of the picture's long "
              "side, between Cart and Sky. Pass 2.");
    const SharedPicture place = place_of(painting, figures, *finding);
    ASSERT_NE(place, nullptr);
    ASSERT_EQ(place->size(), kViewed);
    EXPECT_GT(testing::pixel(place->base(), 800, 150).r, 0.9F);
    EXPECT_LT(testing::pixel(place->base(), 700, 150).r, 0.1F);
    EXPECT_LT(testing::pixel(place->base(), 900, 150).r, 0.1F);
}

/// After the mend no finding is left, values are as they were, and far from the border nothing
/// changed. The greys are counted in the rendered pixels.
TEST(Opposites, BridgeIsLaidAlongTheBorder) {
    for (const Size size : {Size{1600, 300}, Size{700, 500}}) {
        Painting painting = with_rule(coloured_halves());
        if (size != kViewed) {
            painting = testing::sealed(
                testing::grey_picture(size, [](int, int y) { return 0.4 + y / 1500.0; }));
            painting = testing::with_columns(std::move(painting), "Cart", 0, size.width / 2);
            for (const auto& colour : {kBlue, kOrange}) {
                Pass pass = testing::tint(colour, BlendMode::true_colour);
                if (colour == kOrange) pass.reach.parts = {painting.parts[0].id};
                painting = with_pass(std::move(painting), std::move(pass));
            }
            painting = with_rule(std::move(painting));
        }
        const Audit figures = *audit(painting, {});
        const auto findings = find(painting, figures);
        const Finding* finding = meeting_in(findings);
        ASSERT_NE(finding, nullptr);
        const auto mends = mends_for(painting, *finding, figures, {});
        const auto bridge = std::ranges::find(mends, "Lay a bridge of greys", &Mend::label);
        ASSERT_NE(bridge, mends.end());
        // The other picture has lost some of its swing already, and loses a little more.
        EXPECT_EQ(bridge->safe, size == kViewed);
        const Painting after = mended(painting, *bridge);
        ASSERT_EQ(after.passes.size(), 3U);
        const Audit now = *audit(after, {});
        const auto left = find(after, now);
        EXPECT_EQ(meeting_in(left)->verdict, Verdict::held) << meeting_in(left)->text;
        EXPECT_LT(now.passes.back().opposites->length, kHeldMeeting);
        EXPECT_LT(now.passes.back().value.judged_p95, 0.05);
        const RgbBlock was = *render_view(painting, 2, whole_at(size, 1));
        const RgbBlock is = *render_view(after, 3, whole_at(size, 1));
        const int middle = size.width / 2, y = size.height / 2;
        const double pixel = 1600.0 / size.width;
        int greys = 0;
        for (int x = middle - 60; x < middle + 60; ++x)
            greys += strength(is.row(y)[static_cast<std::size_t>(x)]) < kGreyBetween ? 1 : 0;
        EXPECT_GE(greys * pixel, kLeastBridge);
        EXPECT_LE(greys * pixel, 30);
        for (const int x : {middle - 60, middle + 60})
            EXPECT_EQ(is.row(y)[static_cast<std::size_t>(x)],
                      was.row(y)[static_cast<std::size_t>(x)]);
    }
}

/// Bad input: one pixel, one colour, no parts, all noise.
TEST(Opposites, AnyPictureIsMeasured) {
    for (const Size size : {Size{1, 1}, Size{3, 200}, Size{257, 90}}) {
        Painting painting = testing::sealed(testing::noise(size, Channels::rgb, Depth::bits8));
        painting =
            with_rule(with_pass(std::move(painting), testing::tint(kBlue, BlendMode::normal)));
        const Audit figures = *audit(painting, {});
        ASSERT_TRUE(figures.ground.opposites);
        EXPECT_EQ(figures.passes[0].opposites->length, 0);
        if (size.area() > 10000) {
            EXPECT_GT(figures.ground.opposites->length, 100);
        }
        EXPECT_EQ(meeting_in(find(painting, figures)), nullptr);
    }
}

}  // namespace
}  // namespace underpaint
