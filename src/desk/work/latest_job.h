// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <sys/resource.h>

#include <QObject>
#include <QThreadPool>
#include <functional>
#include <memory>
#include <mutex>
#include <stop_token>
#include <utility>

#include "desk/work/faults.h"

namespace underpaint {

/// Whether somebody waits for the result with a hand on a slider: for the picture, for what is said
/// of it beside, or not at all.
enum class Urgency { at_once, after_frames, when_idle };

/// As the system counts: 0 is the usual, 19 the least.
constexpr int niceness_of(Urgency urgency) {
    switch (urgency) {
        case Urgency::at_once: return 0;
        case Urgency::after_frames: return 5;
        case Urgency::when_idle: return 10;
    }
    return 0;
}

/// Runs work off the interface thread, one job at a time; a newer job stops the older, whose
/// results are then dropped. Results are delivered in the thread of this object.
class LatestJob : public QObject {
    Q_OBJECT
public:
    explicit LatestJob(QObject* parent = nullptr, Urgency urgency = Urgency::at_once);
    /// Waits for the work to end, unless it may be left behind.
    ~LatestJob() override;

    /// For work that may hang in the system, as reading from a disk that does not answer: it is
    /// left behind when it has not ended so many milliseconds after this object has. It may use
    /// nothing but what it owns and `deliver`.
    void leave_behind_after(int milliseconds) { patience_ = milliseconds; }

    /// Calls `work(stop_token, deliver)` in the background. It may call `deliver(function)` any
    /// number of times; each function runs in this thread, unless the job was replaced by then.
    template <class Work>
    void start(Work work) {
        stop();
        source_ = std::stop_source();
        running_ = true;
        // What hangs holds its thread; whatever is newer gets another.
        if (patience_ >= 0 && pool_->activeThreadCount() > 0)
            pool_->setMaxThreadCount(pool_->activeThreadCount() + 1);
        pool_->start([gate = gate_, urgency = urgency_, token = source_.get_token(),
                      work = std::move(work)]() mutable {
            // The system knows priorities by thread; the pool may have begun a new one.
            if (const int nice = niceness_of(urgency)) ::setpriority(PRIO_PROCESS, 0, nice);
            const auto deliver = [gate, token](auto function) {
                const std::scoped_lock lock(gate->mutex);
                if (gate->owner == nullptr) return;
                QMetaObject::invokeMethod(
                    gate->owner,
                    [token, function = std::move(function)]() mutable {
                        if (!token.stop_requested()) function();
                    },
                    Qt::QueuedConnection);
            };
            const QString fault = fault_of([&] {
                if (!token.stop_requested()) work(token, deliver);
            });
            if (!fault.isEmpty()) deliver([gate, fault] { gate->owner->fail(fault); });
            deliver([gate] { gate->owner->end(); });
        });
    }

    /// What is to be done, and said, when work came to an end by an exception, as when no memory is
    /// left for it. Unless this is told, Faults is.
    void on_fault(std::function<void(const QString& sentence)> act) { on_fault_ = std::move(act); }

    void stop();

    /// Whether a job is under way whose results are still wanted. It still is while its last
    /// result is delivered: what is shown of it is brought up to date by `ended`.
    bool running() const { return running_; }

signals:
    /// The newest job came to its end by itself, with all its results delivered or by a fault, and
    /// is no longer running.
    void ended();

private:
    /// Between the thread that works and this object, which may end before it does.
    struct Gate {
        std::mutex mutex;
        LatestJob* owner = nullptr;
    };

    void fail(const QString& sentence);
    void end();

    Urgency urgency_;
    int patience_ = -1;
    std::function<void(const QString&)> on_fault_;
    std::stop_source source_;
    bool running_ = false;
    std::shared_ptr<Gate> gate_ = std::make_shared<Gate>();
    std::unique_ptr<QThreadPool> pool_ = std::make_unique<QThreadPool>();
};

}  // namespace underpaint
