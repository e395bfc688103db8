// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <optional>

namespace underpaint {

/// Says when to compute what follows a hand. It is a value and has no clock: it is told what
/// happened, and answers what begins now.
///
/// A sketch is made at each move; one that is on its way comes to its end first, or a hand that
/// does not rest would never see any. When the hand has rested and the last sketch has come, the
/// exact result is made; the next move stops it.
class FollowSchedule {
public:
    using Time = std::chrono::steady_clock::time_point;
    enum class State {
        settled,    ///< nothing is wanted
        resting,    ///< no sketch is on its way; the exact result begins at rests_at()
        sketching,  ///< a sketch of what is shown now is on its way
        behind,     ///< a sketch of what was shown before is on its way
        exact,      ///< the exact result is on its way
    };
    enum class Begin { nothing, sketch, exact };

    /// \param rest how long a hand has not moved that is said to rest
    explicit FollowSchedule(std::chrono::milliseconds rest) : rest_(rest) {}

    State state() const { return state_; }
    /// When rested() is to be called; nothing when there is nothing to wait for.
    std::optional<Time> rests_at() const { return rests_at_; }

    /// The shown painting changed; `sketch` says whether it is worth a sketch.
    Begin moved(Time now, bool sketch);
    /// The time has come that rests_at() says.
    Begin rested(Time now);
    /// The sketch came to its end, with a result or without.
    Begin sketched();
    /// The exact result came.
    void done();
    /// Nothing is shown that was.
    void forget();

private:
    Begin exactly();

    std::chrono::milliseconds rest_;
    State state_ = State::settled;
    std::optional<Time> rests_at_;
};

}  // namespace underpaint
