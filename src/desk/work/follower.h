// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QTimer>
#include <functional>
#include <string>

#include "desk/work/follow_schedule.h"
#include "desk/work/latest_job.h"

namespace underpaint {

/// Keeps something that is computed of what is shown up to date beside the interface: a sketch
/// while a hand moves, the exact result once it rests (FollowSchedule). A meter says what is
/// computed; its results are delivered by the work itself.
class Follower : public QObject {
    Q_OBJECT
public:
    using Work = std::function<void(const std::stop_token&, const Deliver&)>;
    /// Called in this thread when the work begins, so that it is of what is shown then. An empty
    /// Work: there is nothing to be computed.
    using Prepare = std::function<Work()>;

    struct Makes {
        Prepare exact;
        Prepare sketch = {};  ///< none: the exact result is waited for
    };
    /// \param what in a few words, for the log
    Follower(QObject* parent, std::string what, std::chrono::milliseconds rest, Makes makes);

    /// The shown painting changed. An exact result that is on its way is dropped.
    void follow();
    /// Likewise, where the sketch stays true.
    void follow_without_sketch();
    /// The exact result is wanted now; no hand moves.
    void follow_at_once();
    /// Another painting, or none: whatever is on its way is dropped.
    void forget();

    FollowSchedule::State state() const { return schedule_.state(); }
    /// All that is to come has come.
    bool settled() const { return state() == FollowSchedule::State::settled; }

private:
    void move(bool sketch);
    void begin(FollowSchedule::Begin what);

    Makes makes_;
    FollowSchedule schedule_;
    QTimer rest_;
    LatestJob sketch_, exact_;
};

}  // namespace underpaint
