// SPDX-License-Identifier: GPL-3.0-or-later
#include <QSignalSpy>
#include <QTest>

#include "desk/kit/screen_image.h"
#include "desk/view/lens_pixels.h"
#include "desk/work/measuring.h"
#include "desk/work/session.h"
#include "painting/group_changes.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

TEST(SessionTest, BeginsAtTheLastPassAndClean) {
    Session session;
    EXPECT_FALSE(session.document.has_painting());
    EXPECT_FALSE(session.document.unsaved());
    EXPECT_FALSE(session.outlook.chosen_pass());
    QSignalSpy begun(&session.document, &Document::begun);
    session.document.begin(testing::slipping_painting(), "a.ora", true);
    EXPECT_EQ(begun.count(), 1);
    EXPECT_EQ(session.outlook.moment(), 2U);
    EXPECT_EQ(session.outlook.chosen_pass(), 1U);
    EXPECT_FALSE(session.document.unsaved());
    session.document.begin(testing::slipping_painting(), "", false);
    EXPECT_TRUE(session.document.unsaved());
}

TEST(SessionTest, TellsOnlyWhatChanged) {
    Session session;
    session.document.begin(testing::slipping_painting(), {}, true);
    QSignalSpy painting(&session.document, &Document::changed),
        moment(&session.outlook, &Outlook::moment_changed),
        reader(&session.choices, &Choices::reader_changed);
    session.document.change("Nothing", session.document.painting());
    session.choices.set_reader(Reader::lightness);
    session.outlook.set_moment(2);
    EXPECT_EQ(painting.count() + moment.count() + reader.count(), 0);
    session.choices.set_reader(Reader::glow);
    session.outlook.set_moment(1);
    session.outlook.set_moment(99);
    EXPECT_EQ(reader.count(), 1);
    EXPECT_EQ(moment.count(), 2);
    EXPECT_EQ(session.outlook.moment(), 2U) << "there are no more";
}

TEST(SessionTest, TheMomentFollowsWhenPassesGo) {
    Session session;
    session.document.begin(testing::slipping_painting(), {}, true);
    session.document.change("Remove", without_pass(session.document.painting(), 1));
    EXPECT_EQ(session.outlook.moment(), 1U);
    session.document.undo();
    EXPECT_EQ(session.document.painting().passes.size(), 2U);
    session.document.redo();
    session.document.redo();
    EXPECT_EQ(session.document.painting().passes.size(), 1U);
}

TEST(SessionTest, AChosenGroupStandsAfterItsLastPassAndGoesWithIt) {
    Session session;
    Painting painting = testing::sealed(testing::ramp({40, 30}));
    for (int i = 0; i < 4; ++i)
        painting = with_pass(painting, testing::tint({0.5F, 0.4F, 0.3F}, BlendMode::color));
    session.document.begin(with_passes_grouped(painting, {1, 2}, "Pair"), {}, true);
    const GroupId pair = session.document.painting().groups[0].id;
    Outlook& outlook = session.outlook;
    outlook.choose_group(pair + 1);
    EXPECT_FALSE(outlook.chosen_group()) << "there is none";
    outlook.choose_group(pair);
    EXPECT_EQ(outlook.moment(), 3U);
    EXPECT_EQ(outlook.moment_before(), 1U);
    EXPECT_FALSE(outlook.chosen_pass());
    // One more pass in it: the moment goes along.
    Pass more = testing::tint({0.1F, 0.4F, 0.3F}, BlendMode::color);
    more.group = pair;
    session.document.change("lay", with_pass_at(session.document.painting(), 3, more));
    EXPECT_EQ(outlook.moment(), 4U);
    session.document.change("apart", without_group(session.document.painting(), pair));
    EXPECT_FALSE(outlook.chosen_group());
    EXPECT_EQ(outlook.chosen_pass(), 3U);
    session.document.undo();
    outlook.choose_group(pair);
    outlook.set_moment(4);
    EXPECT_EQ(outlook.chosen_pass(), 3U) << "the pass instead of the group, at the same moment";
}

TEST(SessionTest, TheChosenValuePassIsForgottenWithIt) {
    Session session;
    Painting painting = testing::sealed(testing::ramp({40, 30}));
    painting = with_pass(painting, testing::tint({}, BlendMode::normal), Stage::values);
    session.document.begin(painting, {}, true);
    session.outlook.choose_value_pass(0);
    EXPECT_EQ(session.outlook.chosen_value_pass(), 0U);
    session.document.change("remove", without_pass(painting, 0, Stage::values));
    EXPECT_FALSE(session.outlook.chosen_value_pass());
    session.outlook.choose_value_pass(5);
    EXPECT_FALSE(session.outlook.chosen_value_pass());
}

TEST(SessionTest, ColoursUsedLatelyAreEachThereOnce) {
    Choices choices;
    for (int i = 0; i < 40; ++i) choices.use_colour(grey(static_cast<float>(i) / 40));
    EXPECT_EQ(choices.used_colours().size(), 24U);
    choices.use_colour(grey(30 / 40.0F));
    EXPECT_EQ(choices.used_colours().size(), 24U);
    EXPECT_EQ(choices.used_colours().front(), grey(30 / 40.0F));
    EXPECT_EQ(choices.used_colours()[1], grey(39 / 40.0F));
}

TEST(SessionTest, WhatWasSavedMayBeOlderThanWhatIsShown) {
    Session session;
    session.document.begin(testing::slipping_painting(), {}, true);
    const Painting saved = without_pass(session.document.painting(), 1);
    session.document.change("Remove", saved);
    session.document.change("Remove", without_pass(session.document.painting(), 0));
    session.document.mark_saved("a.ora", saved);
    EXPECT_TRUE(session.document.unsaved()) << "it changed while it was being saved";
    session.document.undo();
    EXPECT_FALSE(session.document.unsaved());
}

TEST(MeasuringTest, SketchesFirstThenMeasuresThenMends) {
    Session session;
    Measuring measuring(session);
    std::vector<bool> exact;
    QObject::connect(&measuring, &Measuring::figures_changed, [&] {
        // Those of the small copy come as the hand moves and stand when it rests.
        if (exact.empty() || exact.back() != measuring.audit()->exact)
            exact.push_back(measuring.audit()->exact);
    });
    Painting large = testing::sealed(testing::ramp({1000, 700}, Depth::bits8));
    session.document.begin(
        with_pass(large, testing::tint({0.8F, 0.5F, 0.2F}, BlendMode::normal, 0.4F)), {}, true);
    ASSERT_TRUE(QTest::qWaitFor([&] { return measuring.finished() && !measuring.mends(0).empty(); },
                                testing::kHang));
    EXPECT_EQ(exact, (std::vector{false, true}));
    EXPECT_TRUE(measuring.mends(7).empty());
    session.choices.set_reader(Reader::luma);
    EXPECT_FALSE(measuring.current()) << "figures of another reader don't count";
    EXPECT_TRUE(measuring.mends(0).empty());
}

TEST(LensTest, DriftTintTellsDirectionAndSize) {
    const Rgb none = drift_tint(0, 0.5F), up = drift_tint(0.6F, 0.5F),
              down = drift_tint(-0.6F, 0.5F);
    EXPECT_EQ(none.r, none.b);
    EXPECT_GT(up.r, up.b);
    EXPECT_GT(down.b, down.r);
    EXPECT_GT(drift_tint(1, 0.5F).r - drift_tint(1, 0.5F).b, up.r - up.b);
    EXPECT_EQ(drift_tint(3, 0.5F), drift_tint(1, 0.5F)) << "a step is full tint";
}

TEST(LensTest, PixelsAreRoundedForTheScreen) {
    RgbBlock block({0, 0, 2, 1});
    block.row(0).set(0, {0.5F, 1.5F, -1});
    block.row(0).set(1, {std::numeric_limits<float>::quiet_NaN(), 0, 1});
    const QImage image = image_of(block);
    EXPECT_EQ(image.pixel(0, 0), qRgb(128, 255, 0));
    EXPECT_EQ(image.pixel(1, 0), qRgb(0, 0, 255));
}

}  // namespace
}  // namespace underpaint
