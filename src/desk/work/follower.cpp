// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/follower.h"

namespace underpaint {
namespace {

using Clock = std::chrono::steady_clock;

}  // namespace

Follower::Follower(QObject* parent, std::string what, std::chrono::milliseconds rest, Makes makes)
    : QObject(parent),
      makes_(std::move(makes)),
      schedule_(rest),
      sketch_(this, Urgency::figures, "a sketch of " + what),
      exact_(this, Urgency::beside, what) {
    rest_.setSingleShot(true);
    rest_.setTimerType(Qt::PreciseTimer);
    connect(&rest_, &QTimer::timeout, this, [this] { begin(schedule_.rested(Clock::now())); });
    connect(&sketch_, &LatestJob::ended, this, [this] { begin(schedule_.sketched()); });
    connect(&exact_, &LatestJob::ended, this, [this] { schedule_.done(); });
}

void Follower::follow() {
    move(makes_.sketch != nullptr);
}

void Follower::follow_without_sketch() {
    move(false);
}

void Follower::follow_at_once() {
    forget();
    schedule_.moved(Clock::time_point::min(), false);
    begin(schedule_.rested(Clock::now()));
}

void Follower::forget() {
    rest_.stop();
    sketch_.stop();
    exact_.stop();
    schedule_.forget();
}

void Follower::move(bool sketch) {
    exact_.stop();
    begin(schedule_.moved(Clock::now(), sketch));
}

void Follower::begin(FollowSchedule::Begin what) {
    switch (what) {
        case FollowSchedule::Begin::nothing: break;
        case FollowSchedule::Begin::sketch:
            if (Work work = makes_.sketch())
                sketch_.start(std::move(work));
            else
                return begin(schedule_.sketched());
            break;
        case FollowSchedule::Begin::exact:
            if (Work work = makes_.exact())
                exact_.start(std::move(work));
            else
                schedule_.done();
            break;
    }
    if (const auto at = schedule_.rests_at())
        rest_.start(std::chrono::ceil<std::chrono::milliseconds>(
            std::max(*at - Clock::now(), Clock::duration::zero())));
    else
        rest_.stop();
}

}  // namespace underpaint
