// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/plan_passes.h"

#include <gtest/gtest.h>

#include <cmath>

#include "audit/audit.h"
#include "colour/ciede2000.h"
#include "colour/intensity.h"
#include "colour/srgb.h"
#include "painting/changes.h"
#include "palette/mother.h"
#include "palette/palette_figures.h"
#include "palette/plan_outcome.h"
#include "render/render.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

/// Two halves, each with a ramp of greys from left to right of its own.
Painting two_parts() {
    const Size size{200, 100};
    Picture grey(size, Channels::grey, Depth::bits8);
    for (int y = 0; y < size.height; ++y) {
        std::vector<float> row;
        for (int x = 0; x < size.width; ++x)
            row.push_back(y < 50 ? 0.5F + 0.002F * float(x) : 0.1F + 0.002F * float(x));
        grey.write_channel(0, 0, y, row);
    }
    Painting painting = blank_painting("Two");
    painting.underpaint = share(std::move(grey));
    for (const auto& [name, top] : {std::pair("Sky", 0), {"Ground", 50}}) {
        Picture mask(size, Channels::grey, Depth::bits8);
        const std::vector<float> ones(200, 1);
        for (int y = top; y < top + 50; ++y) mask.write_channel(0, 0, y, ones);
        painting = with_part(std::move(painting), name, share(std::move(mask)));
    }
    return with_seal(std::move(painting), "2026-12-01");
}

const Rgb kSlate{0.2F, 0.3F, 0.5F}, kRose{0.8F, 0.5F, 0.5F}, kCream{0.95F, 0.85F, 0.6F};

Painting planned() {
    Painting painting = two_parts();
    Palette palette;
    palette.colours = {{1, "Slate", kSlate, "", {}, false}, {2, "Cream", kCream, "", {}, false}};
    painting = with_palette(std::move(painting), palette);
    ColourPlan plan;
    plan.parts[painting.parts[0].id].tones = {ColourId{1}, kRose, ColourId{2}};
    plan.parts[painting.parts[1].id].tones[1] = kRose;
    return with_colour_plan(std::move(painting), plan);
}

TEST(PlanPasses, TonesStandAtThePercentilesOfThePartsSeal) {
    const auto places = plan_places(two_parts());
    ASSERT_TRUE(places);
    const auto& sky = places->parts.at(two_parts().parts[0].id).lightness;
    // A ramp of 200 columns: the 20th, 100th and 180th.
    for (const auto& [at, x] : {std::pair(0, 19), {1, 99}, {2, 179}}) {
        const float v = std::round((0.5F + 0.002F * float(x)) * 255) / 255;
        EXPECT_NEAR(sky[static_cast<std::size_t>(at)], read(Reader::lightness, grey(v)), 0.5);
    }
    std::stop_source stopped;
    stopped.request_stop();
    EXPECT_FALSE(plan_places(two_parts(), stopped.get_token()));
}

TEST(PlanPasses, LaidThePlanKeepsEveryValueAndHasItsColours) {
    const Painting painting = planned();
    const auto places = plan_places(painting);
    const Painting laid = with_plan_laid(painting, *places);
    ASSERT_EQ(laid.passes.size(), 2U);
    ASSERT_EQ(laid.groups.size(), 1U);
    const auto audit = underpaint::audit(laid, {});
    EXPECT_LT(audit->passes.back().value.running.p95, 0.01);
    const auto seen = render_view(laid, laid.passes.size(), whole_at(laid.size(), 1));
    // At the half's place the hue is the plan's.
    const OkLch wanted = oklch(oklab(decode(kRose)));
    const OkLch is = oklch(oklab(decode(std::as_const(*seen).row(20)[99])));
    EXPECT_NEAR(is.h, wanted.h, 3);
    EXPECT_GT(is.c, 0.03);
}

TEST(PlanPasses, LaidAgainItTakesItsOwnPlaceAndKeepsTheGroup) {
    Painting painting = planned();
    const auto places = plan_places(painting);
    painting = with_plan_laid(painting, *places);
    painting.groups[0].name = "My colours";
    painting.groups[0].strength = 0.7F;
    Pass glaze;
    glaze.name = "Glaze";
    painting = with_pass(painting, glaze);
    ColourPlan plan = painting.colour_plan;
    plan.parts.erase(painting.parts[1].id);
    painting = with_colour_plan(std::move(painting), plan);
    const Painting again = with_plan_laid(painting, *places);
    ASSERT_EQ(again.passes.size(), 2U);
    EXPECT_EQ(again.passes[0].name, "Sky");
    EXPECT_EQ(again.passes[1].name, "Glaze");
    ASSERT_EQ(again.groups.size(), 1U);
    EXPECT_EQ(again.groups[0].name, "My colours");
    EXPECT_EQ(again.groups[0].strength, 0.7F);
    EXPECT_EQ(with_plan_laid(again, *places), again) << "nothing changed";
}

TEST(PlanPasses, WithoutPartsByTheWholePictureAndWithoutAPlanNothing) {
    Painting painting = without_part(without_part(planned(), 1), 2);
    ASSERT_TRUE(painting.parts.empty());
    const auto places = plan_places(painting);
    EXPECT_EQ(with_plan_laid(painting, *places), painting);
    ColourPlan plan;
    plan.whole.tones = {ColourId{1}, std::nullopt, ColourId{2}};
    painting = with_colour_plan(std::move(painting), plan);
    EXPECT_EQ(with_plan_laid(painting, *places).passes.size(), 1U);
}

TEST(PlanPasses, AFlatPartHasOneToneAndTheMotherIsInAll) {
    PlannedPart part;
    part.tones = {ColourId{1}, kRose, ColourId{2}};
    Palette palette = planned().palette;
    EXPECT_EQ(stops_of(part, {{40, 40.2F, 40.3F}}, palette).size(), 1U);
    const auto plain = stops_of(part, {{20, 50, 80}}, palette);
    palette.mother = Mother{1, 0.5F, MixAs::light};
    const auto mothered = stops_of(part, {{20, 50, 80}}, palette);
    ASSERT_EQ(mothered.size(), 3U);
    EXPECT_EQ(mothered[0].colour, plain[0].colour) << "the mother itself stays";
    EXPECT_GT(ciede2000(lab(mothered[2].colour), lab(plain[2].colour)), 5);
}

TEST(PlanOutcome, IsWhatTheAuditMeasuresOnceThePlanIsLaid) {
    const Painting painting = planned();
    const auto places = plan_places(painting);
    const auto outcome = plan_outcome(painting, *places, {Reader::lightness, {}, 1600});
    ASSERT_TRUE(outcome);
    EXPECT_EQ(outcome->passes, 2U);
    const auto laid = audit(with_plan_laid(painting, *places), {});
    const PassAudit &is = outcome->audit.passes.back(), &wanted = laid->passes.back();
    EXPECT_NEAR(is.swing.swing, wanted.swing.swing, 0.02);
    EXPECT_NEAR(is.value.running.p95, wanted.value.running.p95, 0.01);
    ASSERT_EQ(is.colours.size(), wanted.colours.size());
    for (std::size_t i = 0; i < is.colours.size(); ++i)
        EXPECT_NEAR(is.colours[i].swing(), wanted.colours[i].swing(), 0.02);
    EXPECT_NEAR(*is.intensity.accent_share, *wanted.intensity.accent_share, 0.005);
    EXPECT_EQ(plan_outcome(two_parts(), *places, {})->passes, 0U);
    std::stop_source stopped;
    stopped.request_stop();
    EXPECT_FALSE(plan_outcome(painting, *places, {}, stopped.get_token()));
}

TEST(PaletteFigures, AreaIsWhatLiesNearest) {
    RgbBlock picture(rect_of({100, 1}));
    for (std::size_t x = 0; x < 100; ++x)
        picture.row(0).set(x, x < 60 ? kSlate : x < 85 ? kCream : Rgb{0, 0.8F, 0});
    Palette palette;
    palette.colours = {{1, "Slate", kSlate, "", {}, false},
                       {2, "Cream", kCream, "", {}, false},
                       {3, "Rose", kRose, "", {}, false}};
    const PaletteFigures figures = figures_of(palette, picture, Reader::lightness);
    EXPECT_NEAR(figures.colours[0].area, 0.60, 1e-9);
    EXPECT_NEAR(figures.colours[1].area, 0.25, 1e-9);
    EXPECT_EQ(figures.colours[2].area, 0);
    EXPECT_NEAR(figures.none, 0.15, 1e-9);
    EXPECT_NEAR(figures.cool, 0.60, 1e-9);
    EXPECT_NEAR(figures.warm, 0.25, 1e-9);
    EXPECT_LT(figures.darkest, figures.lightest);
    EXPECT_EQ(figures_of({}, picture, Reader::lightness).none, 1);
}

}  // namespace
}  // namespace underpaint
