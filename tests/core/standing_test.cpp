// SPDX-License-Identifier: GPL-3.0-or-later
// How a painting stands to its brief and route.
#include <gtest/gtest.h>

#include "brief/late_change.h"
#include "brief/routes.h"
#include "brief/standing.h"
#include "painting/flats.h"
#include "painting/stage.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::sealed;
using testing::with_columns;

constexpr Rgb kDusk{0.3F, 0.4F, 0.75F}, kAmber{0.85F, 0.6F, 0.3F};

Painting halves() {
    return with_columns(
        with_columns(sealed(testing::ramp({400, 300}, Depth::bits8)), "Dark", 0, 200), "Light", 200,
        400);
}

Pass tint_on(Rgb colour, PartId part, BlendMode blend = BlendMode::true_colour) {
    Pass pass = testing::tint(colour, blend);
    pass.reach.parts = {part};
    return pass;
}

/// Everything measured afresh.
struct Stands {
    WorkFigures work;
    ValuesAudit values;
    Audit audit;
    Measured measured{};

    explicit Stands(const Painting& painting)
        : work(*measure_work(painting, Reader::lightness)),
          values(*audit_values(staged(painting, Stage::values),
                               {Reader::lightness, 0, false, true, ValueScale::one_to_nine})),
          audit(*underpaint::audit(painting, {Reader::lightness, 0, {}})) {
        measured = {&work, &values, &audit, {}};
    }
};

StepStanding standing(Painting painting, std::vector<StepCheck> checks) {
    painting.brief.route = {"One", {{"s", "Step", "passes", "", std::move(checks), 10}}};
    const Stands stands(painting);
    return standing_of(painting, stands.measured).front();
}

const BriefLine* line(const std::vector<BriefLine>& lines, std::string_view id) {
    const auto found = std::ranges::find(lines, id, &BriefLine::id);
    return found == lines.end() ? nullptr : &*found;
}

TEST(Ticks, PartsHaveToCoverThePicture) {
    EXPECT_TRUE(standing(halves(), {StepCheck::parts_cover}).done);
    const Painting half = with_columns(sealed(testing::ramp({400, 300})), "Dark", 0, 200);
    const StepStanding stands = standing(half, {StepCheck::parts_cover});
    EXPECT_FALSE(stands.done);
    EXPECT_NE(stands.words.find("1 part cover 50%"), std::string::npos) << stands.words;
    Painting hidden = halves();
    hidden = with_part_hidden(std::move(hidden), hidden.parts[1].id, true);
    EXPECT_FALSE(standing(hidden, {StepCheck::parts_cover}).done);
    EXPECT_FALSE(standing(sealed(testing::ramp({40, 30})), {StepCheck::parts_cover}).done);
}

TEST(Ticks, AllChecksOfAStepHaveToBeMet) {
    Painting painting = halves();
    EXPECT_TRUE(standing(painting, {StepCheck::parts_cover, StepCheck::sealed}).done);
    painting.seals.clear();
    const StepStanding stands = standing(painting, {StepCheck::parts_cover, StepCheck::sealed});
    EXPECT_FALSE(stands.done);
    EXPECT_NE(stands.words.find("; not sealed"), std::string::npos);
}

TEST(Ticks, EachPartNeedsAColourOfItsOwn) {
    Painting painting = with_pass(halves(), tint_on(kDusk, 1));
    EXPECT_FALSE(standing(painting, {StepCheck::parts_coloured}).done);
    EXPECT_EQ(standing(painting, {StepCheck::parts_coloured}).words, "1 of 2 parts have a colour");
    painting = with_pass(std::move(painting), tint_on(kAmber, 2));
    EXPECT_TRUE(standing(painting, {StepCheck::parts_coloured}).done);
    // A grey tint is no colour.
    EXPECT_FALSE(standing(with_pass(halves(), testing::tint(grey(0.3F), BlendMode::normal)),
                          {StepCheck::parts_coloured})
                     .done);
}

TEST(Ticks, ShadowsHaveTheirHueAsTheBriefWants) {
    Painting painting = with_pass(with_pass(halves(), tint_on(kDusk, 1)), tint_on(kAmber, 2));
    EXPECT_TRUE(standing(painting, {StepCheck::shadows_coloured}).done);
    painting.brief.light = Light::cool_lights;
    painting.brief.swing = 4;
    EXPECT_FALSE(standing(painting, {StepCheck::shadows_coloured}).done);
    painting.brief.light = Light::one_temperature;
    EXPECT_FALSE(standing(painting, {StepCheck::shadows_coloured}).done);
    EXPECT_TRUE(standing(with_pass(halves(), testing::tint(grey(0.5F), BlendMode::true_colour)),
                         {StepCheck::shadows_coloured})
                    .done == false);
}

TEST(Ticks, ValuesAndRangeAreThoseOfTheLastPass) {
    EXPECT_FALSE(standing(halves(), {StepCheck::values_held}).done);  // nothing is laid yet
    const Painting held = with_pass(halves(), testing::tint(kDusk, BlendMode::true_colour));
    EXPECT_TRUE(standing(held, {StepCheck::values_held, StepCheck::range_kept}).done);
    const Painting lost = with_pass(held, testing::tint(grey(0.5F), BlendMode::normal, 0.5F));
    EXPECT_FALSE(standing(lost, {StepCheck::values_held}).done);
    EXPECT_FALSE(standing(lost, {StepCheck::range_kept}).done);
}

TEST(Ticks, FlatsAreLaidAndThenShaded) {
    Painting flats = with_plain_ground(halves(), grey(0.6F));
    EXPECT_FALSE(standing(flats, {StepCheck::flats_laid}).done);
    const Flat colours[] = {{1, kDusk}, {2, kAmber}};
    flats = with_flats(std::move(flats), colours);
    EXPECT_TRUE(standing(flats, {StepCheck::flats_laid}).done);
    EXPECT_FALSE(standing(flats, {StepCheck::shaded}).done);
    EXPECT_TRUE(standing(with_shading(flats, 0.3F), {StepCheck::shaded}).done);
    EXPECT_FALSE(standing(halves(), {StepCheck::shaded}).done);
}

TEST(Ticks, MergedAndPaintedOver) {
    Painting painting = halves();
    EXPECT_FALSE(standing(painting, {StepCheck::merged}).done);
    painting.log.merged = date_from_iso("2026-11-26");
    EXPECT_EQ(standing(painting, {StepCheck::merged}).words, "merged on 2026-11-26");
    EXPECT_FALSE(standing(painting, {StepCheck::painted_over}).done);
    Pass over;
    over.source = Placed{share(testing::filled({200, 150}, Channels::rgb, kAmber)),
                         {false, false, 0, 2, 0, 0}};
    over.blend = BlendMode::normal;
    EXPECT_TRUE(standing(with_pass(painting, over), {StepCheck::painted_over}).done);
    // A small picture in a corner is none, nor one that is switched off.
    Pass small = over;
    std::get<Placed>(small.source).placement.scale = 1;
    EXPECT_FALSE(standing(with_pass(painting, small), {StepCheck::painted_over}).done);
    Pass thin = over;
    thin.strength = 0.5F;
    EXPECT_FALSE(standing(with_pass(painting, thin), {StepCheck::painted_over}).done);
    over.on = false;
    EXPECT_FALSE(standing(with_pass(painting, over), {StepCheck::painted_over}).done);
}

TEST(Ticks, RangeAndKeyAsPlanned) {
    Painting painting = halves();
    painting.plan.range = {1, 9};
    EXPECT_TRUE(standing(painting, {StepCheck::range_reached}).done);
    painting.plan.key = Key::low;
    EXPECT_FALSE(standing(painting, {StepCheck::range_reached}).done);
    Painting flat = sealed(testing::filled({40, 30}, Channels::grey, grey(0.5F)));
    EXPECT_FALSE(standing(flat, {StepCheck::range_reached}).done);
    flat.plan.range = {2, 7};
    EXPECT_NE(standing(flat, {StepCheck::range_reached}).words.find("short of the planned range"),
              std::string::npos);
}

TEST(Ticks, OnePictureStandsAlikeAtTwoSizesAndMirrored) {
    const auto at = [](Size size, bool mirrored) {
        const int middle = size.width / 2;
        Painting painting = sealed(testing::grey_picture(size, [&](int x, int y) {
            const double u = (x + 0.5) / size.width, v = (y + 0.5) / size.height;
            return 0.2 + 0.6 * (mirrored ? 1 - u : u) * v;
        }));
        painting = with_columns(std::move(painting), "One", mirrored ? middle : 0,
                                mirrored ? size.width : middle);
        painting = with_pass(std::move(painting), tint_on(kDusk, 1));
        painting.brief.mother = {"Blue", kDusk, 0.3};
        return Stands(painting).work;
    };
    const WorkFigures small = at({300, 200}, false), large = at({1500, 1000}, false),
                      mirrored = at({300, 200}, true);
    for (const WorkFigures* other : {&large, &mirrored}) {
        EXPECT_NEAR(other->covered, small.covered, 0.01);
        EXPECT_NEAR(other->coloured[0], small.coloured[0], 0.01);
        EXPECT_NEAR(other->finished.swing, small.finished.swing,
                    0.02 * std::abs(small.finished.swing) + 0.02);
        EXPECT_NEAR(mother_share(other->finished, kDusk), mother_share(small.finished, kDusk),
                    0.01);
        EXPECT_NEAR(other->finished.strongest->area, small.finished.strongest->area, 0.02);
        EXPECT_EQ(other->finished.key, small.finished.key);
    }
    EXPECT_NEAR(mirrored.finished.strongest->middle.x, 1 - small.finished.strongest->middle.x,
                0.02);
}

TEST(Ticks, AStepWithoutChecksIsTickedByHand) {
    Painting painting = halves();
    StepStanding stands = standing(painting, {});
    EXPECT_TRUE(stands.by_hand);
    EXPECT_FALSE(stands.done);
    painting.brief.ticked = {"s"};
    EXPECT_TRUE(standing(painting, {}).done);
}

TEST(StepInHand, IsTheFirstThatIsNotDoneOrTheOneTaken) {
    Brief brief;
    brief.route = {
        "Three", {{"a", "A", "", "", {}, 1}, {"b", "B", "", "", {}, 1}, {"c", "C", "", "", {}, 1}}};
    const auto stand = [](bool a, bool b, bool c) {
        return std::vector<StepStanding>{{a, true, ""}, {b, true, ""}, {c, true, ""}};
    };
    EXPECT_EQ(step_in_hand(brief, stand(true, false, false)), 1U);
    brief.in_hand = "c";
    EXPECT_EQ(step_in_hand(brief, stand(true, false, false)), 2U);
    EXPECT_EQ(step_in_hand(brief, stand(true, false, true)), 1U);  // it is done by now
    EXPECT_EQ(step_in_hand(brief, stand(true, true, true)), std::nullopt);
}

TEST(BriefLines, OnlyThoseThatAreSetAreCompared) {
    Painting painting = halves();
    EXPECT_TRUE(lines_of(painting, Stands(painting).measured).empty());
    painting.brief.size = Size{800, 600};
    painting.plan.range = {1, 9};
    painting.plan.key = Key::high;
    auto lines = lines_of(painting, Stands(painting).measured);
    ASSERT_EQ(lines.size(), 3U);
    EXPECT_EQ(line(lines, "size")->verdict, Verdict::slipping);  // the picture is smaller
    EXPECT_EQ(line(lines, "range")->verdict, Verdict::held);
    EXPECT_EQ(line(lines, "key")->verdict, Verdict::slipping);
    painting.brief.size = Size{400, 301};  // one side is enough
    EXPECT_EQ(line(lines_of(painting, Stands(painting).measured), "size")->verdict,
              Verdict::slipping);
    painting.brief.size = Size{400, 300};
    lines = lines_of(painting, Stands(painting).measured);
    EXPECT_EQ(line(lines, "size")->verdict, Verdict::held);
    // Not measured is not judged.
    for (const BriefLine& each : lines_of(painting, {}))
        EXPECT_EQ(each.verdict, each.id == "size" ? Verdict::held : Verdict::open) << each.id;
}

TEST(BriefLines, SwingMotherAndStrongestColour) {
    Painting painting = with_pass(with_pass(halves(), tint_on(kDusk, 1)), tint_on(kAmber, 2));
    painting = with_foci(std::move(painting), {{"F", {300, 150}, 60}});
    const double swing = Stands(painting).work.finished.swing;
    ASSERT_GT(swing, 4);
    painting.brief.light = Light::warm_lights;
    painting.brief.mother = {"Blue", kDusk, 0.9};
    painting.brief.strongest = {StrongestAt::focus, 1};
    const auto verdict = [&](std::string_view id) {
        return line(lines_of(painting, Stands(painting).measured), id)->verdict;
    };
    EXPECT_EQ(verdict("light"), Verdict::held);
    painting.brief.swing = swing - 0.1;
    EXPECT_EQ(verdict("swing"), Verdict::held);
    painting.brief.swing = swing * 1.5;
    EXPECT_EQ(verdict("swing"), Verdict::slipping);
    painting.brief.swing = swing * 2.1;
    EXPECT_EQ(verdict("swing"), Verdict::lost);
    painting.brief.light = Light::cool_lights;
    painting.brief.swing = 1;
    EXPECT_EQ(verdict("swing"), Verdict::lost);
    EXPECT_EQ(verdict("mother"), Verdict::lost);
    // All of the light half has the strongest colour, half of it or less lies in the focus.
    EXPECT_EQ(verdict("strongest"), Verdict::slipping);
    painting.brief.strongest = {StrongestAt::focus, 0.001};
    EXPECT_EQ(verdict("strongest"), Verdict::lost);
}

// --- routes

TEST(Routes, OfTheProgramHaveStepsThatAreToldApartAndKnownBenches) {
    ASSERT_EQ(usual_routes().size(), 5U);
    for (const Route& route : usual_routes()) {
        std::set<std::string> ids;
        for (const RouteStep& step : route.steps) {
            EXPECT_TRUE(ids.insert(step.id).second) << route.name << step.id;
            EXPECT_TRUE(step.bench == "brief" || step.bench == "values" || step.bench == "passes");
            EXPECT_GT(step.usual, 0);
        }
    }
}

TEST(Routes, AreChangedStepByStep) {
    Route route = usual_routes().front();
    const Route was = route;
    route = with_step(route, 2, {"", "Own", "passes", "", {}, 5});
    EXPECT_EQ(route.steps.size(), was.steps.size() + 1);
    EXPECT_EQ(route.steps[2].id, "own-1");
    EXPECT_EQ(with_step(route, 0, {"own-1", "Another", "", "", {}, 5}).steps[0].id, "own-2");
    EXPECT_EQ(with_step_moved(route, 2, 0).steps[0].id, "own-1");
    EXPECT_EQ(without_step(route, 2), was);
    EXPECT_EQ(with_step(was, 99, {}), was);
    EXPECT_EQ(with_step_moved(was, 0, 99), was);
    EXPECT_EQ(without_step(was, 99), was);
}

TEST(BriefRanges, WhatRefersToNothingGoes) {
    Brief brief;
    brief.route = {"One", {{"a", "A", "", "", {}, -5, false, 9999}}};
    brief.ticked = {"a", "gone"};
    brief.in_hand = "gone";
    brief.chosen = 3;
    brief.size = Size{0, 10};
    brief.swing = -2;
    brief.mother = {"M", {}, 7};
    brief.strongest = {StrongestAt::focus, std::nan("")};
    brief.days.minutes = 99999;
    brief.days.off = {0, 9};
    brief.rules = {{HouseRule::extremes, 17}, {HouseRule::value_budget, -1}};
    const Brief is = in_range(brief);
    EXPECT_EQ(is.ticked, std::set<std::string>{"a"});
    EXPECT_FALSE(is.in_hand || is.chosen || is.size || is.swing);
    EXPECT_EQ(is.mother->share, 1);
    EXPECT_EQ(is.strongest->area, 0);
    EXPECT_EQ(is.days.minutes, 24 * 60);
    EXPECT_EQ(is.days.off, std::set<unsigned>{0});
    EXPECT_EQ(is.route.steps[0].usual, 0);
    EXPECT_EQ(is.route.steps[0].drying, 365);
    EXPECT_EQ(is.rules.at(HouseRule::extremes), 2);
    EXPECT_NEAR(is.rules.at(HouseRule::value_budget), 0.05, 1e-6);
}

TEST(HouseRulesOfAPainting, GoBeforeThePaintersOwn) {
    EXPECT_DOUBLE_EQ(value_of(HouseRule::value_budget, {}, {}), 0.25);
    EXPECT_DOUBLE_EQ(value_of(HouseRule::value_budget, {}, {{HouseRule::value_budget, 0.4}}), 0.4);
    EXPECT_DOUBLE_EQ(value_of(HouseRule::value_budget, {{HouseRule::value_budget, 0.1}},
                              {{HouseRule::value_budget, 0.4}}),
                     0.1);
}

// --- late changes

std::vector<std::string> touched(const Painting& painting, const LateChange& change,
                                 Touched::Kind kind) {
    std::vector<std::string> names;
    for (const Touched& thing : what_would_change(painting, change))
        if (thing.kind == kind) names.push_back(thing.what);
    return names;
}

TEST(LateChanges, AFigureTouchesWhatLiesThere) {
    Painting painting = with_foci(halves(), {{"Near", {350, 150}, 20}, {"Far", {50, 150}, 20}});
    Pass left = tint_on(kDusk, 1), right = tint_on(kAmber, 2),
         all = testing::tint(kDusk, BlendMode::color);
    left.name = "Left";
    right.name = "Right";
    all.name = "All";
    for (const Pass& pass : {left, right, all}) painting = with_pass(std::move(painting), pass);
    painting.plan.steps[2] = 6;
    const LateChange change{Rect{300, 0, 100, 300}, {}};
    EXPECT_EQ(touched(painting, change, Touched::Kind::part), std::vector<std::string>{"Light"});
    EXPECT_EQ(touched(painting, change, Touched::Kind::plan),
              (std::vector<std::string>{"Step of Light", "Near"}));
    EXPECT_EQ(touched(painting, change, Touched::Kind::seal), std::vector<std::string>{"Seal 1"});
    EXPECT_EQ(touched(painting, change, Touched::Kind::pass),
              (std::vector<std::string>{"Right", "All"}));
}

TEST(LateChanges, SayHowMuchOfAPartLiesThere) {
    const auto all = what_would_change(halves(), {Rect{0, 0, 100, 75}, {}});
    ASSERT_FALSE(all.empty());
    EXPECT_EQ(all.front().what, "Dark");
    EXPECT_NE(all.front().how.find("12%"), std::string::npos) << all.front().how;  // an eighth
}

TEST(LateChanges, SayAboutHowLongWhatTheyTouchTook) {
    Painting painting = with_pass(halves(), tint_on(kDusk, 1));
    painting.brief.route = {"One",
                            {{"c", "Colour", "passes", "", {StepCheck::parts_coloured}, 10}}};
    painting.log.times = {{"c", *date_from_iso("2026-11-26"), 600, 3600}};
    for (const Touched& thing : what_would_change(painting, {Rect{0, 0, 100, 300}, {}}))
        EXPECT_NEAR(thing.minutes, thing.kind == Touched::Kind::pass ? 30 : 0, 0.5);
}

TEST(LateChanges, AnotherSizeTouchesWhatIsMadeOfPixels) {
    Painting painting = with_pass(halves(), testing::tint(kDusk, BlendMode::color));
    Pass painted = testing::tint(kAmber, BlendMode::color);
    painted.name = "Painted";
    painted.reach.painted = share(testing::ramp({400, 300}));
    painting = with_pass(std::move(painting), painted);
    const LateChange larger{{}, Size{800, 600}};
    EXPECT_EQ(touched(painting, larger, Touched::Kind::pass), std::vector<std::string>{"Painted"});
    EXPECT_EQ(touched(painting, larger, Touched::Kind::seal).size(), 1U);
    EXPECT_TRUE(what_would_change(painting, {{}, painting.size()}).empty());
    EXPECT_TRUE(what_would_change(painting, {Rect{900, 900, 5, 5}, {}}).empty());
    EXPECT_TRUE(what_would_change(painting, {}).empty());
}

}  // namespace
}  // namespace underpaint
