// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFutureWatcher>
#include <QObject>
#include <functional>
#include <memory>
#include <optional>
#include <stop_token>
#include <string>
#include <utility>

#include "desk/work/work_service.h"
#include "raster/handover.h"

namespace underpaint {

/// Gives results of work to its owner; may be called any number of times, from any thread.
class Deliver {
public:
    explicit Deliver(QPromise<Handed>& promise) : promise_(promise) {}

    /// Calls `function` in the owner's thread, unless the job was replaced or stopped by then.
    template <class Function>
    void operator()(Function function) const {
        const auto handed = std::make_shared<std::function<void()>>(std::move(function));
        hand_over(handed.get());
        promise_.addResult(handed);
    }
    /// How much is done, 0 to 1.
    void progress(float share) const;

private:
    QPromise<Handed>& promise_;
};

/// Work beside the interface of which only the newest is wanted: a newer job stops the older, whose
/// results are then dropped. WorkService runs it. Its results come in the thread of this object.
class LatestJob : public QObject {
    Q_OBJECT
public:
    /// \param what the work in a few words, for the log: "figures of the passes"
    LatestJob(QObject* parent, Urgency urgency, std::string what,
              WorkService& service = WorkService::of_the_desk());
    /// Waits for the work to end, unless it may be left behind.
    ~LatestJob() override;

    /// For work that may hang in the system, as reading from a disk that does not answer: it is
    /// left behind when it has not ended so many milliseconds after this object has. It may use
    /// nothing but what it owns and `deliver`.
    void leave_behind_after(int milliseconds) { hangs_after_ = milliseconds; }

    /// Calls `work(stop_token, deliver)` in the background.
    template <class Work>
    void start(Work work) {
        begin([work = std::make_shared<Work>(std::move(work))](const std::stop_token& stop,
                                                               const Deliver& deliver) mutable {
            (*work)(stop, deliver);
        });
    }

    /// Sets the action for work that ended by an exception, as when no memory is left for it.
    /// Without one, Faults is told.
    void on_fault(std::function<void(const QString& sentence)> act) { on_fault_ = std::move(act); }

    void stop();

    /// Whether a job is under way whose results are still wanted. It still is while its last
    /// result is delivered: what is shown of it is brought up to date by `ended`.
    bool running() const { return running_; }

signals:
    /// How much the work has said is done, 0 to 1; some times a second.
    void progressed(float share);
    /// The newest job came to its end by itself, with all its results delivered or by a fault, and
    /// is no longer running.
    void ended();

private:
    void begin(std::function<void(const std::stop_token&, const Deliver&)> work);
    void take(int result);
    void fail(const QString& sentence);
    void end();

    WorkService& service_;
    Urgency urgency_;
    std::string what_;
    std::optional<int> hangs_after_;
    std::function<void(const QString&)> on_fault_;
    bool running_ = false;
    std::shared_ptr<Job> job_;
    QFutureWatcher<Handed>* watcher_ = nullptr;
    std::shared_ptr<Job> last_begun_;  // of those that were stopped; it may not have ended
};

}  // namespace underpaint
