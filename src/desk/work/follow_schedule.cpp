// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/follow_schedule.h"

namespace underpaint {

FollowSchedule::Begin FollowSchedule::moved(Time now, bool sketch) {
    rests_at_ = now + rest_;
    const bool on_its_way = state_ == State::sketching || state_ == State::behind;
    if (!sketch) {
        if (!on_its_way) state_ = State::resting;
        return Begin::nothing;
    }
    state_ = on_its_way ? State::behind : State::sketching;
    return on_its_way ? Begin::nothing : Begin::sketch;
}

FollowSchedule::Begin FollowSchedule::rested(Time now) {
    if (!rests_at_ || now < *rests_at_) return Begin::nothing;
    rests_at_.reset();
    return state_ == State::resting ? exactly() : Begin::nothing;
}

FollowSchedule::Begin FollowSchedule::sketched() {
    switch (state_) {
        case State::behind: state_ = State::sketching; return Begin::sketch;
        case State::sketching:
            if (!rests_at_) return exactly();
            state_ = State::resting;
            return Begin::nothing;
        case State::settled:
        case State::resting:
        case State::exact: return Begin::nothing;
    }
    return Begin::nothing;
}

void FollowSchedule::done() {
    if (state_ == State::exact) state_ = State::settled;
}

void FollowSchedule::forget() {
    state_ = State::settled;
    rests_at_.reset();
}

FollowSchedule::Begin FollowSchedule::exactly() {
    state_ = State::exact;
    return Begin::exact;
}

}  // namespace underpaint
