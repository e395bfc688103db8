// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <functional>

#include "brief/time_log.h"
#include "desk/work/brief_meter.h"

namespace underpaint {

/// The moment by the machine's clock.
Moment moment_now();

/// Puts the minutes worked down under the step in hand, and knows when a rest is due.
class TimeKeeper : public QObject {
    Q_OBJECT
public:
    /// \param clock the moment now; tests put their own in
    TimeKeeper(Session& session, const BriefMeter& brief, std::function<Moment()> clock,
               QObject* parent = nullptr);

    /// Somebody did something: pressed, drew, typed.
    /// \param on_painting it was work on the painting, whose time is put down
    void act(bool on_painting = true);
    /// Work at a stretch has come to where eyes and hands want a rest.
    bool rest_due() const { return rest_due_; }
    std::chrono::minutes at_a_stretch() const {
        return std::chrono::floor<std::chrono::minutes>(clock_state_.without_rest());
    }
    /// Adds this painting's minutes to the records that estimates are made from.
    void keep_record();

signals:
    void rest_due_changed();

private:
    Session& session_;
    const BriefMeter& brief_;
    std::function<Moment()> clock_;
    WorkClock clock_state_;
    bool rest_due_ = false;
};

}  // namespace underpaint
