// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QPromise>
#include <QThreadPool>
#include <QTimer>
#include <atomic>
#include <chrono>
#include <functional>
#include <future>
#include <memory>
#include <mutex>
#include <stop_token>
#include <string>
#include <vector>

#include "render/cores.h"

namespace underpaint {

/// A function that a job hands to its owner's thread, which calls it.
using Handed = std::shared_ptr<std::function<void()>>;

/// One piece of work beside the interface, from the moment that it is wanted to its end.
struct Job {
    std::string what;  ///< in words, for the log
    Urgency urgency = Urgency::beside;
    bool may_hang = false;  ///< in the system, as reading from a disk that does not answer does
    std::function<void(const std::stop_token&, QPromise<Handed>&)> work;

    std::stop_source stop;
    QPromise<Handed> promise;
    std::atomic<bool> begun = false;  ///< or will never begin
    std::promise<void> done;

    /// The owner's job before this one, which ends first; null: none that still runs.
    std::shared_ptr<Job> after;
    std::mutex ending{};
    std::atomic<bool> ended = false;  ///< set under the lock
    std::shared_ptr<Job> next;        ///< the one that waits for this one's end; under the lock
};

/// Runs all work beside the interface, for whom LatestJob asks. Each job has the cores of its
/// urgency, in all threads that work for it.
///
/// A frame begins at once. Figures that follow a hand begin when the frame that is due has been
/// shown, and after kFiguresWait if it has not: both want all cores, and the picture comes first.
/// Frames, and what may hang, have threads of their own. The rest waits in one queue, figures
/// before what is beside; of it as many run at a time as there are cores, and at least four. A job
/// of an owner begins when the one before it has ended.
class WorkService : public QObject {
    Q_OBJECT
public:
    static constexpr std::chrono::milliseconds kFiguresWait{16};

    /// The service of the program.
    static WorkService& of_the_desk();
    explicit WorkService(QObject* parent = nullptr);
    /// Ends what has not begun, and waits for the rest.
    ~WorkService() override;

    /// Starts a job. Called from the interface's thread.
    void start(std::shared_ptr<Job> job);

    /// Stands for a frame that the canvas has yet to show, as long as it lives.
    class FrameDue {
    public:
        explicit FrameDue(WorkService& service);
        ~FrameDue();
        FrameDue(const FrameDue&) = delete;
        FrameDue& operator=(const FrameDue&) = delete;

    private:
        WorkService& service_;
    };

    /// The running and the waiting jobs, in words; any thread.
    std::vector<std::string> under_way() const;

private:
    void queue(const std::shared_ptr<Job>& job);
    void begin(const std::shared_ptr<Job>& job);
    void run(Job& job);
    void begin_held();

    QThreadPool queued_, at_once_;
    QTimer hold_;
    int frames_due_ = 0;
    std::vector<std::shared_ptr<Job>> held_;  // figures that wait for a frame
    mutable std::mutex listing_;
    std::vector<std::weak_ptr<Job>> under_way_;
};

}  // namespace underpaint
