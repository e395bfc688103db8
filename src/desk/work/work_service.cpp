// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/work_service.h"

#include <algorithm>
#include <limits>
#include <utility>

#include "raster/handover.h"

namespace underpaint {
namespace {

constexpr int kLeastThreads = 4;

// Priorities of QThreadPool: higher numbers run first.
constexpr int kFigures = 1, kBeside = 0;

}  // namespace

WorkService& WorkService::of_the_desk() {
    // Never destroyed: its destructor would wait for jobs that hang in the system.
    static auto& service = *new WorkService;
    return service;
}

WorkService::WorkService(QObject* parent) : QObject(parent) {
    queued_.setMaxThreadCount(std::max(kLeastThreads, QThread::idealThreadCount()));
    at_once_.setMaxThreadCount(std::numeric_limits<int>::max());
    hold_.setSingleShot(true);
    hold_.setInterval(kFiguresWait);
    connect(&hold_, &QTimer::timeout, this, &WorkService::begin_held);
}

WorkService::~WorkService() = default;

void WorkService::start(std::shared_ptr<Job> job) {
    {
        const std::scoped_lock lock(listing_);
        std::erase_if(under_way_, [](const auto& each) { return each.expired(); });
        under_way_.push_back(job);
    }
    if (job->urgency != Urgency::figures) return queue(job);
    held_.push_back(std::move(job));
    // Whether a frame is due is known once all listeners have heard of the change.
    if (!hold_.isActive()) hold_.start();
    QMetaObject::invokeMethod(
        this,
        [this] {
            if (frames_due_ == 0) begin_held();
        },
        Qt::QueuedConnection);
}

void WorkService::begin_held() {
    hold_.stop();
    for (const auto& job : std::exchange(held_, {})) queue(job);
}

void WorkService::queue(const std::shared_ptr<Job>& job) {
    if (const auto before = std::exchange(job->after, nullptr)) {
        const std::scoped_lock lock(before->ending);
        if (!before->ended) {
            before->next = job;
            return;
        }
    }
    begin(job);
}

void WorkService::begin(const std::shared_ptr<Job>& job) {
    QThreadPool& pool = job->urgency == Urgency::frame || job->may_hang ? at_once_ : queued_;
    struct Run : QRunnable {
        Run(WorkService& by, std::shared_ptr<Job> of) : service(by), job(std::move(of)) {}
        void run() override {
            taken_over(this);
            service.run(*job);
        }
        WorkService& service;
        std::shared_ptr<Job> job;
    };
    auto* const run = new Run(*this, job);
    hand_over(run);
    pool.start(run, job->urgency == Urgency::figures ? kFigures : kBeside);
}

void WorkService::run(Job& job) {
    job.promise.start();
    // Whoever stops a job that has not begun does not wait for it, so its owner may be gone.
    if (!job.begun.exchange(true) && !job.stop.stop_requested())
        with_cores(job.urgency, [&] { job.work(job.stop.get_token(), job.promise); });
    job.work = nullptr;
    job.promise.finish();
    job.done.set_value();
    std::shared_ptr<Job> next;
    {
        const std::scoped_lock lock(job.ending);
        job.ended = true;
        next = std::exchange(job.next, nullptr);
    }
    if (next) begin(next);
}

std::vector<std::string> WorkService::under_way() const {
    const std::scoped_lock lock(listing_);
    std::vector<std::string> words;
    for (const auto& each : under_way_)
        if (const auto job = each.lock(); job && !job->ended && !job->stop.stop_requested())
            words.push_back(job->what);
    return words;
}

WorkService::FrameDue::FrameDue(WorkService& service) : service_(service) {
    ++service_.frames_due_;
}

WorkService::FrameDue::~FrameDue() {
    if (--service_.frames_due_ == 0) service_.begin_held();
}

}  // namespace underpaint
