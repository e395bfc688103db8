// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/latest_job.h"

#include <gtest/gtest.h>

#include <QTest>
#include <atomic>
#include <thread>

#include "desk/work/faults.h"
#include "support/hang.h"

namespace underpaint {
namespace {

using testing::kHang;

TEST(LatestJobTest, DeliversInTheRightThreadAndDropsWhatIsOutdated) {
    LatestJob job(nullptr, Urgency::beside, "a test");
    std::vector<int> seen;
    const auto here = std::this_thread::get_id();
    std::atomic<bool> first_runs = false;
    job.start([&](const std::stop_token& stop, const auto& deliver) {
        first_runs = true;
        while (!stop.stop_requested()) std::this_thread::yield();
        deliver([&] { seen.push_back(1); });
    });
    ASSERT_TRUE(QTest::qWaitFor([&] { return first_runs.load(); }, kHang));
    job.start([&](const std::stop_token&, const auto& deliver) {
        deliver([&] {
            EXPECT_EQ(std::this_thread::get_id(), here);
            seen.push_back(2);
        });
    });
    EXPECT_TRUE(job.running());
    ASSERT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, kHang));
    EXPECT_EQ(seen, std::vector{2});
}

TEST(LatestJobTest, TellsHowItFailed) {
    LatestJob job(nullptr, Urgency::beside, "a test");
    QStringList told;
    job.on_fault([&](const QString& sentence) { told << sentence; });
    const auto fails_by = [&](auto error) {
        job.start([=](const std::stop_token&, const auto&) { throw error; });
        EXPECT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, kHang));
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
    LatestJob job(nullptr, Urgency::beside, "a test");
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
    ASSERT_TRUE(QTest::qWaitFor([&] { return seen.size() == 1; }, kHang));
    held = false;
    ASSERT_TRUE(QTest::qWaitFor([&] { return seen.size() == 2; }, kHang));
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
    ASSERT_TRUE(QTest::qWaitFor([&] { return seen.size() == 2; }, kHang));
    EXPECT_EQ(seen, (std::vector<std::string>{"fault: does not run", "ended: does not run"}));
}

TEST(LatestJobTest, IsAnsweredForWhereNobodyDoes) {
    LatestJob job(nullptr, Urgency::beside, "a test");
    QString told;
    QObject here;
    QObject::connect(&Faults::all(), &Faults::happened, &here,
                     [&](const QString& sentence) { told = sentence; });
    job.start([](const std::stop_token&, const auto&) { throw std::logic_error("odd"); });
    EXPECT_TRUE(QTest::qWaitFor([&] { return !told.isEmpty(); }, kHang));
    EXPECT_FALSE(job.running());
    job.start([](const std::stop_token&, const auto&) {});
    EXPECT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, kHang)) << "it goes on working";
}

TEST(LatestJobTest, MayGoWhileItWorks) {
    std::atomic<bool> begun = false, ended = false;
    {
        LatestJob job(nullptr, Urgency::beside, "a test");
        job.start([&](const std::stop_token& stop, const auto&) {
            begun = true;
            while (!stop.stop_requested()) std::this_thread::yield();
            ended = true;
        });
        ASSERT_TRUE(QTest::qWaitFor([&] { return begun.load(); }, kHang));
    }
    EXPECT_TRUE(ended) << "it waits for its work";
}

TEST(LatestJobTest, BeginsWhenTheOneBeforeHasEnded) {
    LatestJob job(nullptr, Urgency::frame, "a test");
    std::atomic<int> at_once = 0, most = 0, done = 0;
    // A thousand changes in a second: whatever is replaced before it begins never does.
    for (int i = 0; i < 1000; ++i) {
        job.start([&](const std::stop_token& stop, const auto&) {
            most = std::max<int>(most, ++at_once);
            while (!stop.stop_requested() && done == 0) std::this_thread::yield();
            --at_once;
        });
        if (i % 100 == 0) QTest::qWait(1);
    }
    done = 1;
    ASSERT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, kHang));
    EXPECT_EQ(most, 1) << "what it works with is its own";
}

TEST(LatestJobTest, SaysHowMuchIsDone) {
    LatestJob job(nullptr, Urgency::beside, "a test");
    std::vector<float> shares;
    QObject::connect(&job, &LatestJob::progressed, [&](float share) { shares.push_back(share); });
    job.start([](const std::stop_token&, const Deliver& deliver) {
        for (const float share : {0.25F, 0.5F, 1.0F}) {
            deliver.progress(share);
            std::this_thread::sleep_for(std::chrono::milliseconds(60));
        }
    });
    ASSERT_TRUE(QTest::qWaitFor([&] { return !job.running(); }, kHang));
    ASSERT_FALSE(shares.empty());
    EXPECT_TRUE(std::ranges::is_sorted(shares));
    EXPECT_EQ(shares.back(), 1);
}

/// As when a reading from a disk that does not answer is followed by another.
TEST(LatestJobTest, WhatHangsHoldsNothingUp) {
    std::atomic<bool> held = true;
    std::atomic<int> hang = 0;
    {
        LatestJob job(nullptr, Urgency::beside, "a test");
        job.leave_behind_after(1);
        bool came = false;
        for (int i = 0; i < 8; ++i) {
            job.start([&](const std::stop_token&, const auto&) {
                ++hang;
                while (held) std::this_thread::sleep_for(std::chrono::milliseconds(1));
                --hang;
            });
            ASSERT_TRUE(QTest::qWaitFor([&] { return hang == i + 1; }, kHang));
        }
        job.start(
            [&](const std::stop_token&, const auto& deliver) { deliver([&] { came = true; }); });
        EXPECT_TRUE(QTest::qWaitFor([&] { return came; }, kHang)) << "each has a thread of its own";
        LatestJob other(nullptr, Urgency::beside, "a test");
        bool other_came = false;
        other.start([&](const std::stop_token&, const auto& deliver) {
            deliver([&] { other_came = true; });
        });
        EXPECT_TRUE(QTest::qWaitFor([&] { return other_came; }, kHang)) << "and so have others";
        job.start([&](const std::stop_token&, const auto&) {
            ++hang;
            while (held) std::this_thread::sleep_for(std::chrono::milliseconds(1));
            --hang;
        });
        ASSERT_TRUE(QTest::qWaitFor([&] { return hang == 9; }, kHang));
    }
    EXPECT_EQ(hang, 9) << "they are left behind";
    held = false;
    EXPECT_TRUE(QTest::qWaitFor([&] { return hang == 0; }, kHang));
}

TEST(LatestJobTest, AnOwnerMayGoInTheMiddleOfAResult) {
    auto job = std::make_unique<LatestJob>(nullptr, Urgency::beside, "a test");
    int came = 0;
    job->start([&](const std::stop_token&, const auto& deliver) {
        deliver([&] {
            ++came;
            job->stop();
        });
        deliver([&] { ++came; });
    });
    ASSERT_TRUE(QTest::qWaitFor([&] { return came == 1; }, kHang));
    QTest::qWait(5);
    EXPECT_EQ(came, 1) << "what was on its way when it was stopped is dropped";
    job->start([&](const std::stop_token&, const auto& deliver) { deliver([&] { came = 7; }); });
    job.reset();
    QTest::qWait(5);
    EXPECT_EQ(came, 1) << "nobody is there to take it";
}

}  // namespace
}  // namespace underpaint
