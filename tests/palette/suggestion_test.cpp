// SPDX-License-Identifier: GPL-3.0-or-later
// What the palette proposes: a plan by rules, names, and which passes follow a colour.
#include <gtest/gtest.h>

#include "colour/colour_at.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "painting/changes.h"
#include "palette/colour_name.h"
#include "palette/followers.h"
#include "palette/plan_changes.h"
#include "palette/plan_suggestion.h"
#include "palette/wheel.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

/// A colour of some hue at a step.
Rgb at(float hue, float step) {
    return colour_at(hue, lightness_of_step(step), 0.5F);
}

/// One part over all of it, in steps from 3 to 7, and a small one.
Painting painting_with(std::vector<PaletteColour> colours) {
    const Size size{200, 100};
    Picture grey(size, Channels::grey, Depth::bits16);
    Picture all(size, Channels::grey, Depth::bits8, 1), small(size, Channels::grey, Depth::bits8);
    for (int y = 0; y < size.height; ++y) {
        std::vector<float> row;
        for (int x = 0; x < size.width; ++x)
            row.push_back(encoded_grey_of(lightness_of_step(3 + 4 * static_cast<float>(x) / 199)));
        grey.write_channel(0, 0, y, row);
    }
    const std::vector<float> ones(10, 1);
    for (int y = 0; y < 10; ++y) small.write_channel(0, 190, y, ones);
    Painting painting = blank_painting("One");
    painting.underpaint = share(std::move(grey));
    painting = with_part(std::move(painting), "Sky", share(std::move(all)));
    painting = with_part(std::move(painting), "Lamp", share(std::move(small)));
    painting = with_seal(std::move(painting), "2026-12-01");
    Palette palette;
    palette.colours = std::move(colours);
    for (std::size_t i = 0; i < palette.colours.size(); ++i)
        palette.colours[i].id = static_cast<ColourId>(i + 1);
    return with_palette(std::move(painting), std::move(palette));
}

PaletteColour named(const char* name, Rgb colour, bool accent = false) {
    return {0, name, colour, "", {}, accent};
}

std::vector<ColourId> tones_of(const Painting& painting, std::size_t part = 0) {
    const SuggestedPlan made = suggest_plan(painting, *plan_places(painting), Reader::lightness);
    std::vector<ColourId> ids;
    for (const auto& tone : made.plan.parts.at(painting.parts[part].id).tones)
        ids.push_back(std::get<ColourId>(*tone));
    return ids;
}

TEST(PlanSuggestion, TakesTheNearestStepAndOfTwoTheEarlier) {
    const Painting painting =
        painting_with({named("light", at(60, 6.6F)), named("dark", at(60, 3.4F)),
                       named("half", at(60, 5)), named("again", at(60, 5))});
    EXPECT_EQ(tones_of(painting), (std::vector<ColourId>{2, 3, 1}));
}

TEST(PlanSuggestion, PutsWarmthOnTheSideThatTheBriefWants) {
    Painting painting =
        painting_with({named("cool light", at(255, 6.6F)), named("warm light", at(57, 6.2F)),
                       named("warm dark", at(57, 3.4F)), named("cool dark", at(255, 3.0F))});
    EXPECT_EQ(tones_of(painting)[2], 1) << "without a brief the nearest";
    Brief brief;
    brief.light = Light::warm_lights;
    brief.swing = 5;
    painting = with_brief(std::move(painting), brief);
    EXPECT_EQ(tones_of(painting)[2], 2);
    EXPECT_EQ(tones_of(painting)[0], 4);
    brief.light = Light::cool_lights;
    painting = with_brief(std::move(painting), brief);
    EXPECT_EQ(tones_of(painting)[2], 1);
    EXPECT_EQ(tones_of(painting)[0], 3);
}

TEST(PlanSuggestion, KeepsAccentsForSmallParts) {
    const Painting painting =
        painting_with({named("accent", at(57, 6.9F), true), named("plain", at(57, 5))});
    EXPECT_EQ(tones_of(painting, 0)[2], 2) << "the sky is large";
    EXPECT_EQ(tones_of(painting, 1)[2], 1) << "the lamp is not";
    const SuggestedPlan made = suggest_plan(painting, *plan_places(painting), Reader::lightness);
    EXPECT_NE(made.reasons.at(painting.parts[1].id).find("accent"), std::string::npos);
    EXPECT_TRUE(suggest_plan(painting_with({}), *plan_places(painting), Reader::lightness)
                    .plan.parts.empty());
}

TEST(ColourName, SaysLightnessStrengthAndHue) {
    EXPECT_EQ(name_for({0, 0, 0}), "Black");
    EXPECT_EQ(name_for({1, 1, 1}), "White");
    EXPECT_EQ(name_for({0.5F, 0.5F, 0.5F}), "Grey");
    EXPECT_EQ(name_for({0.1F, 0.15F, 0.4F}), "Dark blue");
    EXPECT_EQ(name_for({1, 0.85F, 0.6F}), "Pale ochre");
    EXPECT_EQ(name_for({0.5F, 0.55F, 0.6F}), "Grey-blue");
    Palette palette;
    palette.colours = {{1, "Grey", grey(0.5F), "", {}, false}};
    EXPECT_EQ(name_for(grey(0.5F), palette), "Grey 2");
}

TEST(Followers, ArePassesWithTheColourWhateverTheirSource) {
    const Rgb was{0.5F, 0.4F, 0.3F}, is{0.3F, 0.4F, 0.5F}, other{0.1F, 0.9F, 0.1F};
    Painting painting = painting_with({});
    const auto lay = [&](Source source) {
        Pass pass;
        pass.source = std::move(source);
        painting = with_pass(std::move(painting), std::move(pass));
    };
    lay(Tint{was});
    lay(Tint{other});
    lay(GradientMap{{{0, other}, {1, was}}});
    lay(Glow{{50, 50}, 20, 0, was});
    EXPECT_EQ(passes_with(painting, was), (std::vector<std::size_t>{0, 2, 3}));
    const Painting after = with_followers(painting, {{was, is}});
    EXPECT_TRUE(passes_with(after, was).empty());
    EXPECT_EQ(passes_with(after, is), (std::vector<std::size_t>{0, 2, 3}));
    EXPECT_EQ(passes_with(after, other), (std::vector<std::size_t>{1, 2}));
    // Two that exchange their colours do not run into each other.
    const Painting turned = with_followers(painting, {{was, other}, {other, was}});
    EXPECT_EQ(std::get<Tint>(turned.passes[0].source).colour, other);
    EXPECT_EQ(std::get<Tint>(turned.passes[1].source).colour, was);
}

/// Of two colours that fit alike, the one that a reference has at that value is planned.
TEST(Suggestion, ColoursThatReferencesHaveAtThatValueArePreferred) {
    const Rgb green = colour_at(145, lightness_of_step(5), 0.5F);
    const Rgb violet = colour_at(305, lightness_of_step(5), 0.5F);
    const Painting painting = painting_with({named("green", green), named("violet", violet)});
    PlanPlaces places;
    for (const Part& part : painting.parts)
        places.parts[part.id].lightness = {lightness_of_step(4.6F), lightness_of_step(5),
                                           lightness_of_step(5.4F)};
    const auto planned = [&](std::vector<Swatch> references) {
        const auto made = suggest_plan(painting, places, Reader::lightness, references);
        return std::get<ColourId>(*made.plan.parts.at(painting.parts[0].id).tones[1]);
    };
    EXPECT_EQ(planned({}), 1);
    EXPECT_EQ(planned({{violet, 0.4}}), 2);
    EXPECT_EQ(planned({{green, 0.4}}), 1);
    // What a reference has in its lights says nothing of the halftone.
    EXPECT_EQ(planned({{colour_at(305, lightness_of_step(8), 0.5F), 0.4}}), 1);
}

TEST(PlanChanges, MoveAllPlannedColoursAndNoneOfThePalette) {
    const Rgb own{0.6F, 0.4F, 0.3F};
    Painting painting = painting_with({named("blue", {0.3F, 0.4F, 0.6F})});
    ColourPlan plan;
    plan.parts[painting.parts[0].id].tones = {ColourId{1}, std::nullopt, own};
    painting = with_colour_plan(std::move(painting), plan);
    const Tune tune{40, 0.5F, 0};
    const ColourPlan moved = tuned_plan(painting.colour_plan, painting.palette, tune);
    const auto& tones = moved.parts.at(painting.parts[0].id).tones;
    EXPECT_EQ(std::get<Rgb>(*tones[0]), tuned({0.3F, 0.4F, 0.6F}, tune));
    EXPECT_FALSE(tones[1]);
    EXPECT_EQ(std::get<Rgb>(*tones[2]), tuned(own, tune));
    EXPECT_EQ(tuned_plan(painting.colour_plan, painting.palette, {}), painting.colour_plan);
}

}  // namespace
}  // namespace underpaint
