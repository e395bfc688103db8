// SPDX-License-Identifier: GPL-3.0-or-later
// When a file that others write is to be read, with a made-up clock.
#include "watch/settling.h"

#include <gtest/gtest.h>

namespace underpaint {
namespace {

using std::chrono::milliseconds;

class SettlingTest : public ::testing::Test {
protected:
    static FileStamp stamp(std::uint64_t size) { return {1, 2, size, 3}; }
    bool look(const std::optional<FileStamp>& now, int later) {
        moment_ += milliseconds(later);
        return settling_.look(now, moment_);
    }
    Settling settling_;
    Settling::Clock::time_point moment_{};
};

TEST_F(SettlingTest, AStateIsReadOnceWhenItWasQuietForHalfASecond) {
    EXPECT_FALSE(look(std::nullopt, 0));
    EXPECT_FALSE(settling_.waits()) << "a file that is not there is nothing to wait for";
    EXPECT_FALSE(look(stamp(10), 100));
    EXPECT_TRUE(settling_.waits());
    EXPECT_FALSE(look(stamp(10), 499));
    EXPECT_TRUE(look(stamp(10), 1));
    settling_.was_whole();
    EXPECT_FALSE(settling_.waits());
    EXPECT_FALSE(look(stamp(10), 100'000));
    EXPECT_FALSE(look(stamp(11), 10)) << "another save";
    EXPECT_TRUE(look(stamp(11), 500));
}

TEST_F(SettlingTest, AFileThatGoesOnGrowingIsNotReadUntilItRests) {
    for (int i = 0; i < 600; ++i) ASSERT_FALSE(look(stamp(static_cast<std::uint64_t>(i)), 100));
    EXPECT_TRUE(look(stamp(599), 500));
}

TEST_F(SettlingTest, WhatIsTornIsReadAgainAndGivenUpInTheEnd) {
    look(stamp(5), 0);
    ASSERT_TRUE(look(stamp(5), 500));
    EXPECT_FALSE(settling_.was_torn(moment_));
    EXPECT_FALSE(look(stamp(5), 999));
    EXPECT_TRUE(look(stamp(5), 1));
    for (int i = 1; i + 1 < Settling::kMostTries; ++i) {
        EXPECT_FALSE(settling_.was_torn(moment_));
        EXPECT_TRUE(look(stamp(5), 1000));
    }
    EXPECT_TRUE(settling_.was_torn(moment_)) << "that was the last try";
    EXPECT_FALSE(look(stamp(5), 100'000));
    EXPECT_FALSE(settling_.waits());
    EXPECT_FALSE(look(stamp(6), 1)) << "another state begins anew";
    EXPECT_TRUE(look(stamp(6), 500));
}

TEST_F(SettlingTest, GoneAndBackIsAnotherState) {
    look(stamp(5), 0);
    ASSERT_TRUE(look(stamp(5), 500));
    settling_.was_whole();
    EXPECT_FALSE(look(std::nullopt, 100));
    EXPECT_FALSE(look(stamp(5), 100));
    EXPECT_TRUE(look(stamp(5), 500));
}

}  // namespace
}  // namespace underpaint
