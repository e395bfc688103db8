// SPDX-License-Identifier: GPL-3.0-or-later
#include <QSignalSpy>
#include <QTest>
#include <atomic>
#include <thread>

#include "desk/kit/screen_image.h"
#include "desk/view/lens_pixels.h"
#include "desk/work/latest_job.h"
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

TEST(LatestJobTest, DeliversInTheRightThreadAndDropsWhatIsOutdated) {
    LatestJob job;
    std::vector<int> seen;
    const auto here = std::this_thread::get_id();
    std::atomic<bool> first_runs = false;
    job.start([&](const std::stop_token& stop, const auto& deliver) {
        first_runs = true;
        while (!stop.stop_requested()) std::this_thread::yield();
        deliver([&] { seen.push_back(1); });
    });
    ASSERT_TRUE(QTest::qWaitFor([&] { return first_runs.load(); }, testing::kHang));
    job.start([&](const std::stop_token&, const auto& deliver) {
        deliver([&] {
            EXPECT_EQ(std::this_thread::get_id(), here);
            seen.push_back(2);
        });
    });
    EXPECT_TRUE(job.running());
    ASSERT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, testing::kHang));
    EXPECT_EQ(seen, std::vector{2});
}

TEST(LatestJobTest, TellsHowItFailed) {
    LatestJob job;
    QStringList told;
    job.on_fault([&](const QString& sentence) { told << sentence; });
    const auto fails_by = [&](auto error) {
        job.start([=](const std::stop_token&, const auto&) { throw error; });
        EXPECT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, testing::kHang));
    };
    fails_by(std::bad_alloc());
    fails_by(std::out_of_range("a tile beyond the last"));
    fails_by(7);
    ASSERT_EQ(told.size(), 3);
    EXPECT_TRUE(told[0].contains("not enough memory")) << told[0].toStdString();
    EXPECT_TRUE(told[1].contains("a tile beyond the last")) << told[1].toStdString();
    EXPECT_TRUE(told[2].startsWith("A fault")) << told[2].toStdString();
}

/// What is shown of a job's state hears of its end after that has come, however long the thread
/// that works takes from its last result to its end.
TEST(LatestJobTest, TellsOfItsEndOnceItHasEnded) {
    LatestJob job;
    std::vector<std::string> seen;
    const auto state = [&](const char* when) {
        seen.push_back(std::string(when) + (job.running() ? ": runs" : ": does not run"));
    };
    QObject::connect(&job, &LatestJob::ended, [&] { state("ended"); });
    std::atomic<bool> held = true;
    job.start([&](const std::stop_token&, const auto& deliver) {
        deliver([&] { state("last result"); });
        while (held) std::this_thread::yield();
    });
    ASSERT_TRUE(QTest::qWaitFor([&] { return seen.size() == 1; }, testing::kHang));
    held = false;
    ASSERT_TRUE(QTest::qWaitFor([&] { return seen.size() == 2; }, testing::kHang));
    EXPECT_EQ(seen, (std::vector<std::string>{"last result: runs", "ended: does not run"}));

    // Nothing is heard of one that was replaced or stopped; one that failed has ended as well.
    seen.clear();
    held = true;
    job.start([&](const std::stop_token&, const auto&) {
        while (held) std::this_thread::yield();
    });
    job.start([&](const std::stop_token&, const auto&) {});
    job.stop();
    held = false;
    job.on_fault([&](const QString&) { state("fault"); });
    job.start([&](const std::stop_token&, const auto&) { throw 7; });
    ASSERT_TRUE(QTest::qWaitFor([&] { return seen.size() == 2; }, testing::kHang));
    EXPECT_EQ(seen, (std::vector<std::string>{"fault: does not run", "ended: does not run"}));
}

TEST(LatestJobTest, IsAnsweredForWhereNobodyDoes) {
    LatestJob job;
    QString told;
    QObject here;
    QObject::connect(&Faults::all(), &Faults::happened, &here,
                     [&](const QString& sentence) { told = sentence; });
    job.start([](const std::stop_token&, const auto&) { throw std::logic_error("odd"); });
    EXPECT_TRUE(QTest::qWaitFor([&] { return !told.isEmpty(); }, testing::kHang));
    EXPECT_FALSE(job.running());
    job.start([](const std::stop_token&, const auto&) {});
    EXPECT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, testing::kHang))
        << "it goes on working";
}

TEST(LatestJobTest, MayGoWhileItWorks) {
    std::atomic<bool> ended = false;
    {
        LatestJob job;
        job.start([&](const std::stop_token& stop, const auto&) {
            while (!stop.stop_requested()) std::this_thread::yield();
            ended = true;
        });
        QTest::qWait(20);
    }
    EXPECT_TRUE(ended) << "it waits for its work";
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
    EXPECT_EQ(measuring.thumbnails().size(), 2U);
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
