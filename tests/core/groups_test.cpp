// SPDX-License-Identifier: GPL-3.0-or-later
// Groups, clipped passes, reach turned inside out: what they render, and what changes keep.
#include "painting/group_changes.h"

#include <gtest/gtest.h>

#include "painting/changes.h"
#include "render/reach_of.h"
#include "render/render.h"
#include "support/pictures.h"

namespace underpaint {
namespace {

using testing::pixel;
using testing::tint;

constexpr Size kGroupsSize{60, 40};

Pass named(const char* name, Rgb colour, float strength = 1) {
    Pass pass = tint(colour, BlendMode::normal, strength);
    pass.name = name;
    return pass;
}

Painting with_passes(std::initializer_list<Pass> passes) {
    Painting painting = testing::sealed(Picture(kGroupsSize, Channels::grey, Depth::bits8, 0.5F));
    for (const Pass& pass : passes) painting = with_pass(std::move(painting), pass);
    return painting;
}

Painting abcd() {
    return with_passes(
        {named("A", grey(0)), named("B", grey(1)), named("C", grey(0.2F)), named("D", grey(0.8F))});
}

std::string names(const Painting& painting) {
    std::string text;
    GroupId last = kNoGroup;
    for (const Pass& pass : painting.passes) {
        if (pass.group != last && last != kNoGroup) text += ")";
        if (pass.group != last && pass.group != kNoGroup) text += "(";
        text += pass.name;
        last = pass.group;
    }
    return last != kNoGroup ? text + ")" : text;
}

Rgb rendered(const Painting& painting, std::size_t upto, int x = 30, int y = 20) {
    const RgbBlock block = *render_view(painting, upto, {1, rect_of(kGroupsSize)});
    return block.row(y)[static_cast<std::size_t>(x)];
}

// --- what is rendered

TEST(Groups, MixWhatTheirPassesMadeWithWhatTheyFound) {
    Painting painting = with_passes_grouped(abcd(), {1, 2}, "G");
    Group group = painting.groups[0];
    group.strength = 0.25F;
    painting = with_changed_group(painting, group);
    // A leaves 0. B makes 1, of which a quarter shows; then C makes 0.2 of that, and again a
    // quarter shows: its passes see each other whole.
    EXPECT_NEAR(rendered(painting, 1).r, 0, 1e-6);
    EXPECT_NEAR(rendered(painting, 2).r, 0.25, 1e-6);
    EXPECT_NEAR(rendered(painting, 3).r, 0.05, 1e-6);
    EXPECT_NEAR(rendered(painting, 4).r, 0.8, 1e-6);
    // One that sees what is below it sees what the group made.
    painting.passes[2].source = Curve{{{0, 1}, {1, 0}}, {}, {}, {}};
    EXPECT_NEAR(rendered(painting, 3).r, 0, 1e-6) << "B's white turned, and mixed with A's black";
}

TEST(Groups, AtFullStrengthAreAsIfTheyWereNotThere) {
    const Painting plain = abcd();
    const Painting painting = with_passes_grouped(plain, {0, 1, 2}, "G");
    for (std::size_t upto = 0; upto <= 4; ++upto)
        EXPECT_EQ(rendered(painting, upto), rendered(plain, upto));
}

TEST(Groups, OffOrWithoutStrengthLayNothing) {
    for (const bool on : {true, false}) {
        Painting painting = with_passes_grouped(abcd(), {0, 1}, "G");
        painting = with_changed_group(painting, {painting.groups[0].id, "G", 0, on});
        EXPECT_NEAR(rendered(painting, 2).r, 0.5, 2e-3);
        EXPECT_FALSE(painting.lays(painting.passes[0]));
        EXPECT_TRUE(painting.lays(painting.passes[2]));
    }
}

TEST(Clipping, LandsOnlyWhereThePassBelowDid) {
    Painting painting = testing::with_columns(
        with_passes({named("A", grey(0), 0.1F), named("B", grey(1))}), "Left", 0, 30);
    painting.passes[0].reach.parts = {painting.parts[0].id};
    painting.passes[1].clipped = true;
    EXPECT_EQ(rendered(painting, 2, 10).r, 1) << "however weakly that was laid";
    EXPECT_NEAR(rendered(painting, 2, 50).r, 0.5, 2e-3);
    // One more, clipped to what is clipped: it lands where that did.
    painting = with_pass(painting, named("C", grey(0.2F)));
    painting.passes[2].clipped = true;
    EXPECT_NEAR(rendered(painting, 3, 10).r, 0.2, 1e-6);
    EXPECT_NEAR(rendered(painting, 3, 50).r, 0.5, 2e-3);
    // Where the one below is off, nothing landed.
    painting.passes[0].on = false;
    EXPECT_NEAR(rendered(painting, 3, 10).r, 0.5, 2e-3);
}

TEST(Clipping, TheFirstPassHasNothingToBeClippedTo) {
    Painting painting = with_passes({named("A", grey(0))});
    painting.passes[0].clipped = true;
    EXPECT_EQ(rendered(painting, 1).r, 0);
}

TEST(Clipping, IsToWhatASourceCoversToo) {
    Painting painting = with_passes({named("A", grey(0)), named("B", grey(1))});
    painting.passes[0].source =
        Painted{share(testing::filled({10, 40}, Channels::rgb_alpha, {0, 0, 0}, 0.5F)), 0, 0};
    painting.passes[1].clipped = true;
    const float under = rendered(painting, 1, 5).r;
    EXPECT_NEAR(rendered(painting, 2, 5).r, under + 0.5F * (1 - under), 4e-3);
    EXPECT_NEAR(rendered(painting, 2, 20).r, 0.5, 2e-3);
}

TEST(Reaches, InvertedLandOnAllTheRest) {
    Painting painting = testing::with_columns(with_passes({named("A", grey(0))}), "Left", 0, 30);
    painting.passes[0].reach.parts = {painting.parts[0].id};
    painting.passes[0].reach.inverted = true;
    EXPECT_NEAR(rendered(painting, 1, 10).r, 0.5, 2e-3);
    EXPECT_EQ(rendered(painting, 1, 50).r, 0);
    painting.passes[0].reach.parts.clear();
    EXPECT_NEAR(rendered(painting, 1, 50).r, 0.5, 2e-3) << "the rest of everything is nothing";
    EXPECT_FALSE(painting.passes[0].reach.everywhere());
}

TEST(Reaches, AreSeenAsAMaskWhateverIsLaid) {
    Painting painting =
        testing::with_columns(with_passes({named("A", grey(0), 0.2F)}), "Left", 0, 30);
    painting.passes[0].reach.parts = {painting.parts[0].id};
    painting.passes[0].on = false;
    const Picture mask = *reach_of(painting, 0, {1, rect_of(kGroupsSize)});
    EXPECT_EQ(pixel(mask, 10, 20).r, 1);
    EXPECT_EQ(pixel(mask, 50, 20).r, 0);
    // Nor does it matter what its group makes of it.
    painting = with_passes_grouped(std::move(painting), {0}, "G");
    for (const bool on : {true, false}) {
        Group group = painting.groups[0];
        group.on = on, group.strength = on ? 0.3F : 1;
        const Picture grouped =
            *reach_of(with_changed_group(painting, group), 0, {1, rect_of(kGroupsSize)});
        EXPECT_EQ(pixel(grouped, 10, 20).r, 1) << on;
        EXPECT_EQ(pixel(grouped, 50, 20).r, 0) << on;
    }
}

// --- what changes keep

TEST(GroupChanges, PassesOfOneStandOneAfterTheOther) {
    const Painting painting = with_passes_grouped(abcd(), {1, 3}, "G");
    EXPECT_EQ(names(painting), "A(BD)C");
    EXPECT_EQ(painting.groups.size(), 1U);
    EXPECT_EQ(names(without_group(painting, painting.groups[0].id)), "ABDC");
    EXPECT_TRUE(without_group(painting, painting.groups[0].id).groups.empty());
}

TEST(GroupChanges, OneThatLosesItsPassesIsGone) {
    Painting painting = with_passes_grouped(abcd(), {1, 2}, "G");
    painting = without_passes(painting, {1, 2});
    EXPECT_EQ(names(painting), "AD");
    EXPECT_TRUE(painting.groups.empty());
}

TEST(GroupChanges, MovedPassesJoinWhereTheyLandAndLeaveWhereTheyWere) {
    const Painting painting = with_passes_grouped(abcd(), {1, 2}, "G");  // A(BC)D
    EXPECT_EQ(names(with_pass_moved(painting, 0, 1)), "(BAC)D") << "between two of it";
    EXPECT_EQ(names(with_pass_moved(painting, 1, 2)), "A(CB)D") << "within it";
    EXPECT_EQ(names(with_pass_moved(painting, 2, 3)), "A(B)DC") << "out of it";
    EXPECT_EQ(names(with_passes_moved(painting, {1, 2}, 0)), "BCAD");
    EXPECT_EQ(names(with_passes_moved(painting, {1, 2}, 4, painting.groups[0].id)), "AD(BC)");
    EXPECT_EQ(names(with_passes_moved(painting, {0, 3}, 2)), "(BADC)");
    EXPECT_EQ(names(with_passes_moved(painting, {3}, 1, painting.groups[0].id)), "A(DBC)");
}

TEST(GroupChanges, DoubledPassesStandAfterTheLast) {
    EXPECT_EQ(names(with_passes_doubled(abcd(), {0, 2})), "ABCACD");
    const Painting painting = with_passes_grouped(abcd(), {1, 2}, "G");
    EXPECT_EQ(names(with_passes_doubled(painting, {1})), "A(BBC)D");
}

TEST(GroupChanges, ThatNameNothingChangeNothing) {
    const Painting painting = abcd();
    EXPECT_EQ(with_passes_grouped(painting, {}, "G"), painting);
    EXPECT_EQ(with_passes_grouped(painting, {7}, "G"), painting);
    EXPECT_EQ(with_passes_moved(painting, {2, 1}, 0), painting) << "not rising";
    EXPECT_EQ(with_passes_moved(painting, {1}, 9), painting);
    EXPECT_EQ(with_passes_moved(painting, {1}, 0, 5), painting);
    EXPECT_EQ(without_passes(painting, {4}), painting);
    EXPECT_EQ(with_passes_on(painting, {4}, false), painting);
    EXPECT_EQ(without_group(painting, 3), painting);
    EXPECT_EQ(with_changed_group(painting, {3, "X", 1, true}), painting);
}

TEST(GroupChanges, APassOfNoSuchGroupIsOfNone) {
    Pass lost = named("X", grey(0));
    lost.group = 77;
    EXPECT_EQ(names(with_pass(abcd(), lost)), "ABCDX");
    Painting torn = with_passes_grouped(abcd(), {0, 1}, "G");
    torn.passes[3].group = torn.groups[0].id;
    EXPECT_EQ(names(with_settled_groups(torn)), "(AB)CD");
}

TEST(GroupChanges, FortyInOneAndTwoHundredInAll) {
    Painting painting = abcd();
    for (int i = 0; i < 196; ++i) painting = with_pass(painting, named("x", grey(0.3F), 0.01F));
    PassPlaces places;
    for (std::size_t i = 100; i < 140; ++i) places.push_back(i);
    painting = with_passes_grouped(painting, places, "Many");
    painting = with_changed_group(painting, {painting.groups[0].id, "Many", 0.5F, true});
    EXPECT_EQ(painting.passes.size(), 200U);
    const float now = rendered(painting, 200).r;
    EXPECT_GT(now, 0.3F);
    EXPECT_LT(now, 0.8F);
}

}  // namespace
}  // namespace underpaint
