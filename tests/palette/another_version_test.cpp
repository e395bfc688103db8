// SPDX-License-Identifier: GPL-3.0-or-later
// Other colourings that are computed: values stay, and each does what it says.
#include "palette/another_version.h"

#include <gtest/gtest.h>

#include <cmath>

#include "audit/audit.h"
#include "colour/intensity.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "colour/warmth.h"
#include "painting/changes.h"
#include "painting/version_changes.h"
#include "render/view.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

constexpr Size kMade{240, 160};

Painting made_with(const Painting& painting, const Colouring& colouring) {
    return as_version(with_version(painting, "Other", "", colouring), 2);
}

double mean_hue_apart(const Painting& a, const Painting& b) {
    const RgbBlock one = *render_view(a, a.passes.size(), whole_at(kMade, 1));
    const RgbBlock other = *render_view(b, b.passes.size(), whole_at(kMade, 1));
    double x = 0, y = 0;
    for (std::size_t i = 0; i < one.all().r.size(); ++i) {
        const OkLch p = oklch(oklab(decode(std::as_const(one).all()[i])));
        const OkLch q = oklch(oklab(decode(std::as_const(other).all()[i])));
        const double turn =
            (static_cast<double>(q.h) - static_cast<double>(p.h)) * std::acos(-1) / 180;
        x += std::cos(turn), y += std::sin(turn);
    }
    return std::atan2(y, x) * 180 / std::acos(-1);
}

double mean_intensity(const Painting& painting) {
    const RgbBlock pixels = *render_view(painting, painting.passes.size(), whole_at(kMade, 1));
    double sum = 0;
    for (std::size_t i = 0; i < pixels.all().r.size(); ++i)
        sum += static_cast<double>(intensity(std::as_const(pixels).all()[i]));
    return sum / static_cast<double>(pixels.all().r.size());
}

PlanPlaces places_of_parts(const Painting& painting) {
    return *plan_places(painting);
}

TEST(AnotherVersion, ValuesStayAsSealed) {
    const Painting painting = testing::dusk(kMade);
    ASSERT_GT(audit(painting, {})->passes.back().value.running.p95, 0.15);
    const PlanPlaces places = places_of_parts(painting);
    const std::vector<Swatch> reference{{{0.3F, 0.5F, 0.4F}, 0.5}, {{0.8F, 0.7F, 0.5F}, 0.5}};
    for (const Colouring& colouring :
         {hues_turned(painting, -28), hues_turned(painting, 170), quieter(painting, 0.3F),
          with_mother_over(painting, {0.4F, 0.45F, 0.2F}, 0.3F, "Olive"),
          *light_reversed(painting, places),
          by_reference(painting, reference, "Fog", places, Reader::lightness)}) {
        const Painting other = made_with(painting, colouring);
        const Audit figures = *audit(other, {});
        EXPECT_LT(figures.passes.back().value.running.p95, 0.02);
        EXPECT_LT(figures.passes.back().value.running.max, 0.1);
        EXPECT_EQ(other.passes.back().name, kRelitName);
    }
}

TEST(AnotherVersion, HuesTurnAndComeBack) {
    const Painting painting = testing::dusk(kMade);
    const Painting still = made_with(painting, hues_turned(painting, 0));
    const Painting turned = made_with(painting, hues_turned(painting, 60));
    EXPECT_NEAR(mean_hue_apart(still, turned), 60, 8);
    const Painting back = made_with(turned, hues_turned(turned, -60));
    EXPECT_NEAR(mean_hue_apart(still, back), 0, 1);
    EXPECT_EQ(back.passes.size(), still.passes.size()) << "held once, not twice";
    // Past the end of the slider it goes on round.
    const Painting far = made_with(turned, hues_turned(turned, 170));
    EXPECT_EQ(far.passes[0].tune.hue, 230 - 360);
}

TEST(AnotherVersion, QuieterHasLessIntensityAndThePaletteFollows) {
    Painting painting = testing::dusk(kMade);
    Palette palette;
    palette.colours = {{1, "Blue", {0.2F, 0.3F, 0.8F}, "", {}, false}};
    painting = with_palette(std::move(painting), palette);
    const Painting other = made_with(painting, quieter(painting, 0.25F));
    EXPECT_LT(mean_intensity(other), 0.5 * mean_intensity(painting));
    EXPECT_LT(intensity(other.palette.colours[0].colour), 0.5F * intensity(Rgb{0.2F, 0.3F, 0.8F}));
    EXPECT_EQ(painting.palette, palette) << "the one that it was made from stays";
}

TEST(AnotherVersion, ReversedLightHasTheOtherSwing) {
    const Painting painting = testing::dusk(kMade);
    const Painting other =
        made_with(painting, *light_reversed(painting, places_of_parts(painting)));
    const double was = audit(painting, {})->passes.back().swing.swing;
    const double is = audit(other, {})->passes.back().swing.swing;
    ASSERT_GT(was, 5);
    EXPECT_LT(is, -0.5 * was);
    // Without parts the whole picture is reversed.
    Painting whole = painting;
    for (const PartId id : {whole.parts[0].id, whole.parts[1].id})
        whole = without_part(std::move(whole), id);
    const Painting turned = made_with(whole, *light_reversed(whole, places_of_parts(whole)));
    EXPECT_LT(audit(turned, {})->passes.back().swing.swing, -0.5 * was);
    std::stop_source stop;
    stop.request_stop();
    EXPECT_FALSE(light_reversed(painting, places_of_parts(painting), stop.get_token()));
}

TEST(AnotherVersion, AMotherIsInAllOfIt) {
    const Painting painting = testing::dusk(kMade);
    const Rgb olive{0.4F, 0.45F, 0.15F};
    const Painting other = made_with(painting, with_mother_over(painting, olive, 0.4F, "Olive"));
    ASSERT_TRUE(other.palette.mother);
    EXPECT_EQ(other.palette.find(other.palette.mother->colour)->colour, olive);
    EXPECT_EQ(other.palette.mother->share, 0.4F);
    EXPECT_LT(mean_intensity(other), mean_intensity(painting));
}

TEST(AnotherVersion, NothingToGoByLaysNothing) {
    const Painting painting = testing::dusk(kMade);
    const PlanPlaces places = places_of_parts(painting);
    for (const Colouring& colouring :
         {by_colour_plan(painting, places),
          by_reference(painting, {}, "None", places, Reader::lightness)}) {
        const Painting other = made_with(painting, colouring);
        ASSERT_EQ(other.passes.size(), 1U);
        EXPECT_LT(mean_intensity(other), 0.01);
    }
}

/// Inside the part the pixels are the other's, outside nothing changed; values are as sealed.
TEST(AnotherVersion, APartTakesTheColoursOfAnother) {
    Painting painting = testing::dusk(kMade);
    Pass beside = testing::tint({0.2F, 0.7F, 0.4F}, BlendMode::true_colour, 0.8F);
    beside.reach.parts = {painting.parts[0].id};
    beside.reach.inverted = true;  // on all but the sky
    Painting green = with_pass(painting, beside);
    painting = with_version(std::move(painting), "Green", "", colouring_of(green));
    const Painting before = painting;
    const PartId flat = painting.parts[1].id;
    painting = with_part_from(std::move(painting), 2, flat);
    ASSERT_EQ(painting.groups.size(), 1U);
    EXPECT_EQ(painting.groups[0].name, "Flat of Green");
    // What it is held against: the other relit to the seal.
    const Painting other =
        made_with(as_version(painting, 2), hues_turned(as_version(painting, 2), 0));
    const auto pixels_of = [](const Painting& of) {
        return *render_view(of, of.passes.size(), whole_at(kMade, 1));
    };
    const RgbBlock was = pixels_of(before), is = pixels_of(painting), wanted = pixels_of(other);
    for (int y = 0; y < kMade.height; y += 7)
        for (int x = 0; x < kMade.width; x += 5) {
            const auto i = static_cast<std::size_t>(x);
            const Rgb now = is.row(y)[i], then = (x < 120 ? was : wanted).row(y)[i];
            EXPECT_NEAR(now.r, then.r, 0.02) << x << ", " << y;
            EXPECT_NEAR(now.g, then.g, 0.02) << x << ", " << y;
            EXPECT_NEAR(now.b, then.b, 0.02) << x << ", " << y;
        }
    EXPECT_EQ(with_part_from(before, 99, flat), before);
    EXPECT_EQ(with_part_from(before, 2, 99), before);
    EXPECT_EQ(with_pass_from(before, 2, 2).passes.back().name,
              before.versions[1].colouring.passes[2].name);
    EXPECT_EQ(with_pass_from(before, 2, 77), before);
}

}  // namespace
}  // namespace underpaint
