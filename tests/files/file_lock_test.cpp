// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/file_lock.h"

#include <gtest/gtest.h>

#include <atomic>
#include <fstream>
#include <thread>

#include "support/temporary_folder.h"

namespace underpaint {
namespace {

TEST(FileLocks, AreHeldByOneAndLeaveNothing) {
    const testing::TemporaryFolder folder;
    const auto file = folder / "mark";
    {
        const auto lock = FileLock::take(file);
        ASSERT_TRUE(lock);
        EXPECT_FALSE(FileLock::take(file));
        EXPECT_TRUE(std::filesystem::exists(file));
    }
    EXPECT_FALSE(std::filesystem::exists(file));
    EXPECT_TRUE(FileLock::take(file));
    EXPECT_FALSE(FileLock::take(folder / "no such folder" / "mark"));
}

TEST(FileLocks, WhatAProgramThatWasKilledLeftMeansNothing) {
    const testing::TemporaryFolder folder;
    std::ofstream(folder / "mark") << "left";
    auto lock = FileLock::take(folder / "mark");
    ASSERT_TRUE(lock);
    std::optional<FileLock> moved = std::move(lock);
    lock.reset();
    EXPECT_FALSE(FileLock::take(folder / "mark")) << "it has moved and is still held";
}

TEST(FileLocks, AreNeverHeldByTwoWhileTheyComeAndGo) {
    const testing::TemporaryFolder folder;
    std::atomic<int> holders = 0, taken = 0, together = 0;
    const auto hand = [&] {
        // Tries that find it held count for nothing: on a busy machine nearly all of them do.
        for (int i = 0; i < 5'000'000 && taken < 600; ++i)
            if (const auto lock = FileLock::take(folder / "mark")) {
                if (++holders > 1) ++together;
                ++taken;
                std::this_thread::yield();
                --holders;
            } else {
                std::this_thread::yield();
            }
    };
    std::vector<std::jthread> hands;
    for (int i = 0; i < 3; ++i) hands.emplace_back(hand);
    hands.clear();
    EXPECT_GE(taken, 600);
    EXPECT_EQ(together, 0);
}

}  // namespace
}  // namespace underpaint
