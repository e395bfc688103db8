// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/cores.h"

#include <gtest/gtest.h>

#include <atomic>
#include <optional>
#include <thread>

namespace underpaint {
namespace {

using Clock = std::chrono::steady_clock;

TEST(Cores, FiguresWaitForAFrame) {
    std::atomic<bool> frame_done = false, waits = false, early = false;
    std::optional<MakingFrame> frame(std::in_place);
    std::thread beside([&] {
        with_cores(Urgency::figures, [&] {
            const auto begin = Clock::now();
            waits = true;
            give_way_to_frames();
            // Unless it has run out of patience.
            early = !frame_done && Clock::now() - begin < longest_wait(Urgency::figures);
        });
    });
    while (!waits) std::this_thread::yield();
    frame_done = true;
    frame.reset();
    beside.join();
    EXPECT_FALSE(early);
    // With no frame under way it does not wait at all.
    const auto begin = Clock::now();
    with_cores(Urgency::figures, [] {
        for (int i = 0; i < 1'000'000; ++i) give_way_to_frames();
    });
    EXPECT_LT(Clock::now() - begin, std::chrono::seconds(5));
}

TEST(Cores, WaitingEnds) {
    const MakingFrame frame;
    for (const Urgency urgency : {Urgency::figures, Urgency::beside}) {
        const auto begin = Clock::now();
        with_cores(urgency, [] {
            for (int i = 0; i < 1000; ++i) give_way_to_frames();
        });
        EXPECT_GE(Clock::now() - begin, longest_wait(urgency)) << "it waits";
        EXPECT_LT(Clock::now() - begin, 500 * longest_wait(urgency))
            << "once, not at each of a thousand places";
    }
}

TEST(Cores, FramesAndOtherWorkWaitForNothing) {
    const MakingFrame frame;
    const auto shortest_wait = [] {
        // A busy machine may stop any one of them.
        auto shortest = Clock::duration::max();
        for (int i = 0; i < 100; ++i) {
            const auto begin = Clock::now();
            give_way_to_frames();
            shortest = std::min(shortest, Clock::now() - begin);
        }
        return shortest;
    };
    with_cores(Urgency::beside, [] {});
    EXPECT_LT(shortest_wait(), longest_wait(Urgency::figures));
    with_cores(Urgency::frame, [&] { EXPECT_LT(shortest_wait(), longest_wait(Urgency::figures)); });
    // A frame that is made in the middle of other work is one all the same.
    with_cores(Urgency::beside, [&] {
        with_cores(Urgency::frame,
                   [&] { EXPECT_LT(shortest_wait(), longest_wait(Urgency::figures)); });
    });
}

TEST(Cores, AnExceptionComesOutOfIt) {
    EXPECT_THROW(with_cores(Urgency::beside, [] { throw std::bad_alloc(); }), std::bad_alloc);
    int done = 0;
    with_cores(Urgency::beside, [&] { ++done; });
    EXPECT_EQ(done, 1);
}

}  // namespace
}  // namespace underpaint
