// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/work_service.h"

#include <gtest/gtest.h>
#include <tbb/global_control.h>

#include <QTest>
#include <set>
#include <thread>

#include "desk/work/follower.h"
#include "desk/work/latest_job.h"
#include "raster/in_parallel.h"
#include "support/hang.h"

namespace underpaint {
namespace {

using testing::kHang;
using Clock = std::chrono::steady_clock;

/// On so many threads, also where there are fewer cores.
class Threads : public ::testing::TestWithParam<int> {
protected:
    tbb::global_control threads_{tbb::global_control::max_allowed_parallelism,
                                 static_cast<std::size_t>(GetParam())};
};
INSTANTIATE_TEST_SUITE_P(Work, Threads, ::testing::Values(1, 2, 4, 8));

/// Each of the threads that work waits while a frame is made, and goes on when it has been made.
TEST_P(Threads, AllOfAJobGiveWayToFrames) {
    std::optional<MakingFrame> frame(std::in_place);
    std::atomic<int> at_work = 0, early = 0;
    std::atomic<bool> frame_made = false;
    std::mutex mutex;
    std::set<std::thread::id> threads;
    Clock::time_point began;
    std::thread beside([&] {
        with_cores(Urgency::beside, [&] {
            began = Clock::now();
            in_parallel(0, 64, [&](int) {
                ++at_work;
                {
                    const std::scoped_lock lock(mutex);
                    threads.insert(std::this_thread::get_id());
                }
                give_way_to_frames();
                if (!frame_made && Clock::now() - began < longest_wait(Urgency::beside) / 2)
                    ++early;
            });
        });
    });
    while (at_work == 0) std::this_thread::yield();
    std::this_thread::sleep_for(std::chrono::milliseconds(20));
    frame_made = true;
    frame.reset();
    beside.join();
    EXPECT_EQ(at_work, 64);
    EXPECT_EQ(early, 0);
    EXPECT_LE(threads.size(), static_cast<std::size_t>(GetParam()));
}

TEST_P(Threads, FiguresHaveHalfOfThem) {
    std::mutex mutex;
    std::set<std::thread::id> threads;
    with_cores(Urgency::figures, [&] {
        in_parallel(0, 200, [&](int) {
            std::this_thread::sleep_for(std::chrono::microseconds(200));
            const std::scoped_lock lock(mutex);
            threads.insert(std::this_thread::get_id());
        });
    });
    EXPECT_LE(threads.size(), static_cast<std::size_t>(std::max(1, GetParam() / 2)));
}

TEST_P(Threads, ManyJobsOfAllUrgenciesComeToTheirEnds) {
    constexpr Urgency urgencies[] = {Urgency::frame, Urgency::figures, Urgency::beside};
    std::vector<std::unique_ptr<LatestJob>> jobs;
    std::vector<int> sums(24);
    int ended = 0;
    for (std::size_t i = 0; i < sums.size(); ++i) {
        auto& job =
            jobs.emplace_back(std::make_unique<LatestJob>(nullptr, urgencies[i % 3], "a test"));
        QObject::connect(job.get(), &LatestJob::ended, job.get(), [&] { ++ended; });
        job->start([&sums, i](const std::stop_token&, const auto& deliver) {
            std::atomic<int> sum = 0;
            in_parallel(1, 101, [&](int k) {
                give_way_to_frames();
                sum += k;
            });
            deliver([&sums, i, result = sum.load()] { sums[i] = result; });
        });
    }
    ASSERT_TRUE(QTest::qWaitFor([&] { return ended == 24; }, kHang));
    EXPECT_EQ(sums, std::vector<int>(24, 5050));
}

TEST(Work, AFrameWaitsForNothing) {
    // More than there are threads for.
    std::vector<std::unique_ptr<LatestJob>> beside;
    std::atomic<bool> held = true;
    for (int i = 0; i < 40; ++i) {
        beside.push_back(std::make_unique<LatestJob>(nullptr, Urgency::beside, "what is held"));
        beside.back()->start([&](const std::stop_token&, const auto&) {
            while (held) std::this_thread::sleep_for(std::chrono::milliseconds(1));
        });
    }
    QTest::qWait(10);
    EXPECT_EQ(std::ranges::count(WorkService::of_the_desk().under_way(), "what is held"), 40)
        << "waiting or at work";
    LatestJob frame(nullptr, Urgency::frame, "a frame");
    bool came = false;
    frame.start(
        [&](const std::stop_token&, const auto& deliver) { deliver([&] { came = true; }); });
    EXPECT_TRUE(QTest::qWaitFor([&] { return came; }, kHang));
    held = false;
    ASSERT_TRUE(QTest::qWaitFor(
        [&] { return std::ranges::none_of(beside, [](auto& job) { return job->running(); }); },
        kHang));
    EXPECT_EQ(std::ranges::count(WorkService::of_the_desk().under_way(), "what is held"), 0);
}

TEST(Work, FiguresWaitForTheFrameThatIsDueThoughNotForLong) {
    std::vector<std::string> seen;
    LatestJob figures(nullptr, Urgency::figures, "figures");
    const auto measure = [&] {
        figures.start([&](const std::stop_token&, const auto& deliver) {
            deliver([&] { seen.push_back("figures"); });
        });
    };
    // That a frame is due is known only after they were begun.
    measure();
    std::optional<WorkService::FrameDue> due(WorkService::of_the_desk());
    QCoreApplication::processEvents();
    EXPECT_TRUE(seen.empty());
    seen.push_back("frame");
    due.reset();
    ASSERT_TRUE(QTest::qWaitFor([&] { return seen.size() == 2; }, kHang));
    EXPECT_EQ(seen, (std::vector<std::string>{"frame", "figures"}));
    // One that never comes does not keep them.
    due.emplace(WorkService::of_the_desk());
    const auto begin = Clock::now();
    measure();
    ASSERT_TRUE(QTest::qWaitFor([&] { return seen.size() == 3; }, kHang));
    EXPECT_GE(Clock::now() - begin, WorkService::kFiguresWait - std::chrono::milliseconds(2));
}

TEST(Work, AThousandMovesEndWithWhatIsExact) {
    int shown = 0;
    std::vector<int> sketches, exact;
    QObject owner;
    Follower follower(&owner, "a number", std::chrono::milliseconds(5),
                      {[&] {
                           return [&, of = shown](const std::stop_token&, const Deliver& deliver) {
                               deliver([&, of] { exact.push_back(of); });
                           };
                       },
                       [&] {
                           return [&, of = shown](const std::stop_token&, const Deliver& deliver) {
                               deliver([&, of] { sketches.push_back(of); });
                           };
                       }});
    for (shown = 1; shown < 1000; ++shown) {
        follower.follow();
        if (shown % 10 == 0) QTest::qWait(1);
        EXPECT_FALSE(follower.settled());
    }
    follower.follow();
    ASSERT_TRUE(QTest::qWaitFor([&] { return follower.settled(); }, kHang));
    ASSERT_FALSE(exact.empty());
    EXPECT_EQ(exact.back(), 1000);
    EXPECT_GT(sketches.size(), 5U) << "figures follow a hand that does not rest";
    EXPECT_TRUE(std::ranges::is_sorted(sketches));
    // Another painting: nothing of the one before comes any more.
    follower.follow();
    follower.forget();
    const std::size_t came = sketches.size() + exact.size();
    QTest::qWait(40);
    EXPECT_EQ(sketches.size() + exact.size(), came);
    EXPECT_TRUE(follower.settled());
}

}  // namespace
}  // namespace underpaint
