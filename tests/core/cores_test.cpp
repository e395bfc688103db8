// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/cores.h"

#include <gtest/gtest.h>

#include <atomic>
#include <optional>
#include <thread>

namespace underpaint {
namespace {

using Clock = std::chrono::steady_clock;

TEST(Cores, WorkBesideFramesWaitsForThem) {
    std::atomic<bool> frame_done = false, waits = false, early = false;
    std::optional<MakingFrame> frame(std::in_place);
    std::thread beside([&] {
        beside_frames([&] {
            const auto begin = Clock::now();
            waits = true;
            give_way_to_frames();
            // Unless it has run out of patience.
            early = !frame_done && Clock::now() - begin < kGivesWay;
        });
    });
    while (!waits) std::this_thread::yield();
    frame_done = true;
    frame.reset();
    beside.join();
    EXPECT_FALSE(early);
    // With no frame under way it does not wait at all.
    const auto begin = Clock::now();
    beside_frames([] {
        for (int i = 0; i < 1'000'000; ++i) give_way_to_frames();
    });
    EXPECT_LT(Clock::now() - begin, std::chrono::seconds(5));
}

TEST(Cores, ItsPatienceEnds) {
    const MakingFrame frame;
    const auto begin = Clock::now();
    beside_frames([] {
        for (int i = 0; i < 1000; ++i) give_way_to_frames();
    });
    EXPECT_GE(Clock::now() - begin, kGivesWay) << "it waits";
    EXPECT_LT(Clock::now() - begin, 500 * kGivesWay) << "once, not at each of a thousand places";
}

TEST(Cores, OtherWorkWaitsForNothing) {
    const MakingFrame frame;
    beside_frames([] {});
    // A busy machine may stop any one of them.
    auto shortest = Clock::duration::max();
    for (int i = 0; i < 100; ++i) {
        const auto begin = Clock::now();
        give_way_to_frames();
        shortest = std::min(shortest, Clock::now() - begin);
    }
    EXPECT_LT(shortest, kGivesWay);
}

}  // namespace
}  // namespace underpaint
