// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/follow_schedule.h"

#include <gtest/gtest.h>

#include <random>

namespace underpaint {
namespace {

using namespace std::chrono_literals;
using Begin = FollowSchedule::Begin;
using State = FollowSchedule::State;

/// A clock that a test turns, in milliseconds.
FollowSchedule::Time at(int milliseconds) {
    return FollowSchedule::Time(std::chrono::milliseconds(milliseconds));
}

TEST(FollowSchedule, SketchesThenRestsThenIsExact) {
    FollowSchedule follows(40ms);
    EXPECT_EQ(follows.state(), State::settled);
    EXPECT_EQ(follows.rests_at(), std::nullopt);
    EXPECT_EQ(follows.moved(at(0), true), Begin::sketch);
    EXPECT_EQ(follows.rests_at(), at(40));
    EXPECT_EQ(follows.sketched(), Begin::nothing) << "the hand has not rested yet";
    EXPECT_EQ(follows.state(), State::resting);
    EXPECT_EQ(follows.rested(at(39)), Begin::nothing) << "too early";
    EXPECT_EQ(follows.rested(at(40)), Begin::exact);
    EXPECT_EQ(follows.rests_at(), std::nullopt);
    follows.done();
    EXPECT_EQ(follows.state(), State::settled);
}

TEST(FollowSchedule, ASketchOnItsWayComesFirst) {
    FollowSchedule follows(40ms);
    follows.moved(at(0), true);
    EXPECT_EQ(follows.moved(at(10), true), Begin::nothing);
    EXPECT_EQ(follows.state(), State::behind);
    EXPECT_EQ(follows.rests_at(), at(50)) << "counted from the last move";
    EXPECT_EQ(follows.rested(at(50)), Begin::nothing) << "the sketch is still on its way";
    EXPECT_EQ(follows.sketched(), Begin::sketch) << "of what is shown now";
    EXPECT_EQ(follows.state(), State::sketching);
    EXPECT_EQ(follows.sketched(), Begin::exact) << "the rest is long over";
}

TEST(FollowSchedule, AMoveStopsWhatIsExact) {
    FollowSchedule follows(40ms);
    follows.moved(at(0), false);
    EXPECT_EQ(follows.state(), State::resting);
    EXPECT_EQ(follows.rested(at(40)), Begin::exact);
    EXPECT_EQ(follows.moved(at(50), false), Begin::nothing);
    follows.done();
    EXPECT_EQ(follows.state(), State::resting) << "what was done is of the moment before";
    EXPECT_EQ(follows.rested(at(90)), Begin::exact);
    EXPECT_EQ(follows.moved(at(95), true), Begin::sketch);
    follows.forget();
    EXPECT_EQ(follows.sketched(), Begin::nothing);
    EXPECT_EQ(follows.rested(at(200)), Begin::nothing);
    EXPECT_EQ(follows.state(), State::settled);
}

TEST(FollowSchedule, AMoveWithoutASketchLeavesTheOneOnItsWay) {
    FollowSchedule follows(40ms);
    follows.moved(at(0), true);
    EXPECT_EQ(follows.moved(at(20), false), Begin::nothing);
    EXPECT_EQ(follows.state(), State::sketching) << "it stays true";
    EXPECT_EQ(follows.sketched(), Begin::nothing);
    EXPECT_EQ(follows.rested(at(60)), Begin::exact);
}

/// Whatever a hand does: never two of a kind at once, never both, and when it rests at last the
/// exact result is of the last move.
TEST(FollowSchedule, EndsWithTheExactResultOfTheLastMove) {
    for (unsigned seed = 1; seed <= 300; ++seed) {
        std::mt19937 random(seed);
        FollowSchedule follows(40ms);
        int now = 0, moves = 0, sketched_of = -1, exact_of = -1, done_of = -1;
        const auto begin = [&](Begin what) {
            if (what == Begin::sketch) {
                ASSERT_EQ(sketched_of, -1) << "seed " << seed << ": two sketches";
                sketched_of = moves;
            } else if (what == Begin::exact) {
                ASSERT_EQ(exact_of, -1) << "seed " << seed << ": two exact results";
                ASSERT_EQ(sketched_of, -1) << "seed " << seed << ": a sketch beside it";
                exact_of = moves;
            }
        };
        for (int i = 0; i < 200; ++i) {
            now += static_cast<int>(random() % 30);
            switch (random() % 4) {
                case 0:
                    exact_of = -1;
                    ++moves;
                    begin(follows.moved(at(now), random() % 3 != 0));
                    break;
                case 1:
                    if (sketched_of >= 0) {
                        sketched_of = -1;
                        begin(follows.sketched());
                    }
                    break;
                case 2:
                    if (exact_of >= 0) {
                        done_of = std::exchange(exact_of, -1);
                        follows.done();
                    }
                    break;
                default:
                    if (const auto rests = follows.rests_at(); rests && *rests <= at(now))
                        begin(follows.rested(at(now)));
            }
        }
        for (int i = 0; i < 10 && follows.state() != State::settled; ++i) {
            now += 100;
            if (sketched_of >= 0) {
                sketched_of = -1;
                begin(follows.sketched());
            } else if (exact_of >= 0) {
                done_of = std::exchange(exact_of, -1);
                follows.done();
            } else {
                begin(follows.rested(at(now)));
            }
        }
        EXPECT_EQ(follows.state(), State::settled) << "seed " << seed;
        if (moves > 0) {
            EXPECT_EQ(done_of, moves) << "seed " << seed;
        }
    }
}

}  // namespace
}  // namespace underpaint
