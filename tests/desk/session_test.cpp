// SPDX-License-Identifier: GPL-3.0-or-later
#include <QSignalSpy>
#include <QTest>
#include <atomic>
#include <thread>

#include "desk/latest_job.h"
#include "desk/lens.h"
#include "desk/measuring.h"
#include "desk/session.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

TEST(SessionTest, BeginsAtTheLastPassAndClean) {
    Session session;
    EXPECT_FALSE(session.has_painting());
    EXPECT_FALSE(session.unsaved());
    EXPECT_FALSE(session.chosen_pass());
    QSignalSpy begun(&session, &Session::begun);
    session.begin(testing::slipping_painting(), "a.ora", true);
    EXPECT_EQ(begun.count(), 1);
    EXPECT_EQ(session.moment(), 2U);
    EXPECT_EQ(session.chosen_pass(), 1U);
    EXPECT_FALSE(session.unsaved());
    session.begin(testing::slipping_painting(), "", false);
    EXPECT_TRUE(session.unsaved());
}

TEST(SessionTest, TellsOnlyWhatChanged) {
    Session session;
    session.begin(testing::slipping_painting(), {}, true);
    QSignalSpy painting(&session, &Session::painting_changed),
        moment(&session, &Session::moment_changed), reader(&session, &Session::reader_changed);
    session.change("Nothing", session.painting());
    session.set_reader(Reader::lightness);
    session.set_moment(2);
    EXPECT_EQ(painting.count() + moment.count() + reader.count(), 0);
    session.set_reader(Reader::glow);
    session.set_moment(1);
    session.set_moment(99);
    EXPECT_EQ(reader.count(), 1);
    EXPECT_EQ(moment.count(), 2);
    EXPECT_EQ(session.moment(), 2U) << "there are no more";
}

TEST(SessionTest, TheMomentFollowsWhenPassesGo) {
    Session session;
    session.begin(testing::slipping_painting(), {}, true);
    session.change("Remove", without_pass(session.painting(), 1));
    EXPECT_EQ(session.moment(), 1U);
    session.undo();
    EXPECT_EQ(session.painting().passes.size(), 2U);
    session.redo();
    session.redo();
    EXPECT_EQ(session.painting().passes.size(), 1U);
}

TEST(SessionTest, WhatWasSavedMayBeOlderThanWhatIsShown) {
    Session session;
    session.begin(testing::slipping_painting(), {}, true);
    const Painting saved = without_pass(session.painting(), 1);
    session.change("Remove", saved);
    session.change("Remove", without_pass(session.painting(), 0));
    session.mark_saved("a.ora", saved);
    EXPECT_TRUE(session.unsaved()) << "it changed while it was being saved";
    session.undo();
    EXPECT_FALSE(session.unsaved());
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
    ASSERT_TRUE(QTest::qWaitFor([&] { return first_runs.load(); }));
    job.start([&](const std::stop_token&, const auto& deliver) {
        deliver([&] {
            EXPECT_EQ(std::this_thread::get_id(), here);
            seen.push_back(2);
        });
    });
    EXPECT_TRUE(job.running());
    ASSERT_TRUE(QTest::qWaitFor([&] { return !job.running(); }));
    EXPECT_EQ(seen, std::vector{2});
}

TEST(LatestJobTest, TellsWhenNoMemoryWasLeft) {
    LatestJob job;
    bool told = false;
    job.on_no_memory([&] { told = true; });
    job.start([](const std::stop_token&, const auto&) { throw std::bad_alloc(); });
    EXPECT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, 20000));
    EXPECT_TRUE(told);
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
    QObject::connect(&measuring, &Measuring::figures_changed,
                     [&] { exact.push_back(measuring.audit()->exact); });
    Painting large = testing::sealed(testing::ramp({1000, 700}, Depth::bits8));
    session.begin(with_pass(large, testing::tint({0.8F, 0.5F, 0.2F}, BlendMode::normal, 0.4F)), {},
                  true);
    ASSERT_TRUE(QTest::qWaitFor([&] { return measuring.finished() && !measuring.mends(0).empty(); },
                                20000));
    EXPECT_EQ(exact, (std::vector{false, true}));
    EXPECT_EQ(measuring.thumbnails().size(), 2U);
    EXPECT_TRUE(measuring.mends(7).empty());
    session.set_reader(Reader::luma);
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
