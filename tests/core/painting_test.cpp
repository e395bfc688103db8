// SPDX-License-Identifier: GPL-3.0-or-later
#include <gtest/gtest.h>

#include <limits>

#include "painting/history.h"
#include "support/pictures.h"
#include "terms/parameter.h"

namespace underpaint {
namespace {

using testing::ramp;
using testing::sealed;
using testing::tint;
using testing::with_columns;

TEST(ValueBand, CoversItsStretchAndFadesOutside) {
    const ValueBand band{4, 6, 1};
    EXPECT_EQ(coverage(band, 5), 1);
    EXPECT_EQ(coverage(band, 4), 1);
    EXPECT_EQ(coverage(band, 3), 0);
    EXPECT_FLOAT_EQ(coverage(band, 3.5F), 0.5F);
    EXPECT_FLOAT_EQ(coverage(band, 6.5F), 0.5F);
    EXPECT_EQ(coverage(band, 7.2F), 0);
}

TEST(ValueBand, MayHaveHardEnds) {
    const ValueBand band{4, 6, 0};
    EXPECT_EQ(coverage(band, 6), 1);
    EXPECT_EQ(coverage(band, 6.001F), 0);
}

TEST(ValueBand, NeverFadesAtTheEndsOfTheScale) {
    EXPECT_EQ(coverage({1, 9, 2}, 1), 1);
    EXPECT_EQ(coverage({1, 5, 2}, 1), 1);
    EXPECT_TRUE((ValueBand{1, 9, 0.5F}.whole_scale()));
    EXPECT_FALSE((ValueBand{1, 8.5F, 0.5F}.whole_scale()));
}

TEST(Parameter, BringsNumbersIntoRange) {
    EXPECT_EQ(kStrength.clamp(2), 1);
    EXPECT_EQ(kStrength.clamp(-1), 0);
    EXPECT_EQ(kHold.clamp(std::numeric_limits<float>::quiet_NaN()), kHold.usual);
}

TEST(Changes, BringAPassIntoRange) {
    Pass wild = tint({2, -1, 0.5F}, BlendMode::color, 7, -3);
    wild.reach.band = {8, 3, 99};
    const Painting painting = with_pass(sealed(ramp({8, 8})), wild);
    const Pass& pass = painting.passes[0];
    EXPECT_EQ(pass.strength, 1);
    EXPECT_EQ(pass.hold, 0);
    EXPECT_LE(pass.reach.band.low, pass.reach.band.high);
    EXPECT_EQ(pass.reach.band.soft, kBandSoft.most);
    EXPECT_EQ(std::get<Tint>(pass.source).colour, (Rgb{1, 0, 0.5F}));
}

TEST(Changes, LeaveTheOlderPaintingAsItWas) {
    const Painting before = sealed(ramp({8, 8}));
    const Painting after = with_pass(before, tint({1, 0, 0}, BlendMode::color));
    EXPECT_TRUE(before.passes.empty());
    EXPECT_EQ(after.passes.size(), 1U);
    EXPECT_EQ(before.underpaint, after.underpaint) << "pixels are shared, not copied";
}

TEST(Changes, MoveInsertAndRemovePasses) {
    Painting painting = sealed(ramp({8, 8}));
    for (const char* name : {"a", "b", "c"}) {
        Pass pass = tint({}, BlendMode::normal);
        pass.name = name;
        painting = with_pass(painting, pass);
    }
    const auto order = [](const Painting& p) {
        std::string names;
        for (const Pass& pass : p.passes) names += pass.name;
        return names;
    };
    EXPECT_EQ(order(with_pass_moved(painting, 0, 2)), "bca");
    EXPECT_EQ(order(with_pass_moved(painting, 2, 0)), "cab");
    EXPECT_EQ(order(without_pass(painting, 1)), "ac");
    Pass changed = painting.passes[1];
    changed.name = "x";
    EXPECT_EQ(order(with_changed_pass(painting, 1, changed)), "axc");
    EXPECT_EQ(order(painting), "abc");
}

TEST(Changes, NumberPartsAndFindThem) {
    Painting painting = with_columns(sealed(ramp({8, 8})), "Left", 0, 4);
    painting = with_columns(painting, "Right", 4, 8);
    ASSERT_EQ(painting.parts.size(), 2U);
    const PartId left = painting.parts[0].id, right = painting.parts[1].id;
    EXPECT_NE(left, right);
    EXPECT_EQ(painting.part(right)->name, "Right");
    EXPECT_EQ(painting.part(99), nullptr);
    painting = with_part_renamed(painting, left, "West");
    EXPECT_EQ(painting.part(left)->name, "West");
    Pass pass = tint({}, BlendMode::normal);
    pass.reach.parts = {right};
    painting = with_pass(painting, pass);
    EXPECT_EQ(without_part(painting, left).parts.size(), 1U);
    const SharedPicture mask = painting.part(right)->mask;
    painting = without_part(painting, right);
    EXPECT_EQ(painting.part(right), nullptr);
    EXPECT_TRUE(painting.passes[0].reach.parts.empty());
    EXPECT_EQ(painting.passes[0].reach.kept, (std::vector<KeptMask>{{"Right", mask}}))
        << "or it would land everywhere";
}

TEST(Changes, SealsAreNumberedAndTheLastCounts) {
    Painting painting = sealed(ramp({8, 8}));
    painting = with_seal(painting, "2026-11-20");
    ASSERT_EQ(painting.seals.size(), 2U);
    EXPECT_EQ(painting.seals[1].number, 2);
    EXPECT_EQ(painting.seals[1].date, "2026-11-20");
    EXPECT_EQ(painting.ground(), painting.seals[1].picture);
}

TEST(Choices, AreFoundByTheirIds) {
    for (const auto& text : kIntents) EXPECT_EQ(choice_from_id(kIntents, text.id), text.choice);
    for (const auto& text : kHoldTos) EXPECT_EQ(choice_from_id(kHoldTos, text.id), text.choice);
    EXPECT_EQ(choice_from_id(kIntents, "brighten"), std::nullopt);
    EXPECT_EQ(id_of(kIntents, Intent::reshape), "reshape");
}

TEST(Source, StandsForItsMeanColour) {
    EXPECT_EQ(mean_colour(Tint{{0.1F, 0.2F, 0.3F}}), (Rgb{0.1F, 0.2F, 0.3F}));
    Picture painted({2, 2}, Channels::rgb_alpha, Depth::bits16);
    const std::vector<float> red{1, 0}, alpha{1, 0};
    painted.write_channel(0, 0, 0, red);
    painted.write_channel(3, 0, 0, alpha);
    const Rgb mean = mean_colour(Painted{share(painted), 0, 0});
    EXPECT_NEAR(mean.r, 1, 1e-4) << "clear pixels have no say";
}

class HistoryTest : public ::testing::Test {
protected:
    Painting named(const std::string& name) const {
        Painting painting = start_;
        painting.name = name;
        return painting;
    }
    Painting start_ = sealed(ramp({8, 8}));
    History history_{start_};
};

TEST_F(HistoryTest, GoesBackAndForthWithoutLimit) {
    for (int i = 0; i < 500; ++i) history_.change("Rename", named(std::to_string(i)));
    for (int i = 498; i >= 0; --i) {
        history_.undo();
        EXPECT_EQ(history_.now().name, std::to_string(i));
    }
    history_.undo();
    EXPECT_EQ(history_.now(), start_);
    EXPECT_FALSE(history_.can_undo());
    history_.undo();
    for (int i = 0; i < 500; ++i) history_.redo();
    EXPECT_EQ(history_.now().name, "499");
    EXPECT_FALSE(history_.can_redo());
}

TEST_F(HistoryTest, AChangeThatChangesNothingLeavesNoStep) {
    history_.change("Nothing", start_);
    EXPECT_FALSE(history_.can_undo());
}

TEST_F(HistoryTest, OneGestureIsOneStep) {
    for (int i = 0; i < 20; ++i) history_.change("Drag", named(std::to_string(i)), "drag");
    history_.end_gesture();
    history_.change("Drag", named("again"), "drag");
    history_.undo();
    EXPECT_EQ(history_.now().name, "19");
    history_.undo();
    EXPECT_EQ(history_.now(), start_);
}

TEST_F(HistoryTest, AGestureThatComesBackLeavesNoStep) {
    history_.change("Drag", named("away"), "drag");
    history_.change("Drag", start_, "drag");
    EXPECT_FALSE(history_.can_undo());
    // Nor where time was logged meanwhile.
    history_.change("Drag", named("away"), "drag");
    Painting back = start_;
    back.log.times.push_back({"paint", *date_from_iso("2026-03-04"), 600, 40});
    EXPECT_TRUE(same_but_for_records(back, start_));
    EXPECT_FALSE(same_but_for_records(named("away"), start_));
    history_.change("Drag", back, "drag");
    EXPECT_FALSE(history_.can_undo());
}

TEST_F(HistoryTest, AChangeDropsWhatWasUndone) {
    history_.change("One", named("one"));
    history_.change("Two", named("two"));
    history_.undo();
    EXPECT_EQ(history_.redo_label(), "Two");
    EXPECT_EQ(history_.undo_label(), "One");
    history_.change("Three", named("three"));
    EXPECT_FALSE(history_.can_redo());
    history_.undo();
    EXPECT_EQ(history_.now().name, "one");
}

TEST_F(HistoryTest, AGestureDoesNotReachBackOverAnUndo) {
    history_.change("Drag", named("a"), "drag");
    history_.change("Other", named("b"));
    history_.undo();
    history_.change("Drag", named("c"), "drag");
    history_.undo();
    EXPECT_EQ(history_.now().name, "a");
}

TEST_F(HistoryTest, KnowsWhetherItIsSaved) {
    EXPECT_TRUE(history_.clean());
    history_.change("One", named("one"));
    EXPECT_FALSE(history_.clean());
    history_.mark_saved_as(history_.now());
    EXPECT_TRUE(history_.clean());
    history_.undo();
    EXPECT_FALSE(history_.clean());
    history_.redo();
    EXPECT_TRUE(history_.clean());
}

}  // namespace
}  // namespace underpaint
