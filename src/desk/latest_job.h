// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <sys/resource.h>

#include <QObject>
#include <QThreadPool>
#include <functional>
#include <new>
#include <stop_token>
#include <utility>

namespace underpaint {

/// Whether somebody waits for the result with a hand on a slider.
enum class Urgency { at_once, when_idle };

/// Runs work off the interface thread, one job at a time; a newer job stops the older, whose
/// results are then dropped. Results are delivered in the thread of this object.
class LatestJob : public QObject {
public:
    explicit LatestJob(QObject* parent = nullptr, Urgency urgency = Urgency::at_once)
        : QObject(parent), urgency_(urgency) {
        pool_.setMaxThreadCount(1);
    }
    ~LatestJob() override {
        stop();
        pool_.waitForDone();
    }

    /// Calls `work(stop_token, deliver)` in the background. It may call `deliver(function)` any
    /// number of times; each function runs in this thread, unless the job was replaced by then.
    template <class Work>
    void start(Work work) {
        stop();
        source_ = std::stop_source();
        running_ = true;
        const auto token = source_.get_token();
        pool_.start([this, token, work = std::move(work)]() mutable {
            // The system knows priorities by thread; the pool may have begun a new one.
            if (urgency_ == Urgency::when_idle) ::setpriority(PRIO_PROCESS, 0, kIdleNiceness);
            const auto deliver = [this, token](auto function) {
                QMetaObject::invokeMethod(
                    this,
                    [token, function = std::move(function)]() mutable {
                        if (!token.stop_requested()) function();
                    },
                    Qt::QueuedConnection);
            };
            try {
                if (!token.stop_requested()) work(token, deliver);
            } catch (const std::bad_alloc&) {
                deliver([this] {
                    if (no_memory_) no_memory_();
                });
            }
            deliver([this] { running_ = false; });
        });
    }

    /// What is to be done when work came to an end because no memory was left for it.
    void on_no_memory(std::function<void()> act) { no_memory_ = std::move(act); }

    void stop() {
        source_.request_stop();
        running_ = false;
    }
    /// Whether a job is under way whose results are still wanted.
    bool running() const { return running_; }

private:
    static constexpr int kIdleNiceness = 10;
    Urgency urgency_;
    std::function<void()> no_memory_;
    std::stop_source source_;
    bool running_ = false;
    QThreadPool pool_;
};

}  // namespace underpaint
