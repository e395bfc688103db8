// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/latest_job.h"

#include <chrono>
#include <cmath>

#include "desk/work/faults.h"

namespace underpaint {
namespace {

constexpr int kProgressParts = 1000;

}  // namespace

void Deliver::progress(float share) const {
    promise_.setProgressValue(static_cast<int>(std::lround(share * kProgressParts)));
}

LatestJob::LatestJob(QObject* parent, Urgency urgency, std::string what, WorkService& service)
    : QObject(parent), service_(service), urgency_(urgency), what_(std::move(what)) {}

LatestJob::~LatestJob() {
    stop();
    if (!last_begun_) return;
    const auto done = last_begun_->done.get_future();
    hangs_after_ ? void(done.wait_for(std::chrono::milliseconds(*hangs_after_))) : done.wait();
}

void LatestJob::begin(std::function<void(const std::stop_token&, const Deliver&)> work) {
    stop();
    running_ = true;
    job_ = std::make_shared<Job>();
    // A job that hangs does not hold up the next one.
    if (!hangs_after_) job_->after = last_begun_;
    job_->what = what_;
    job_->urgency = urgency_;
    job_->may_hang = hangs_after_.has_value();
    // The result of a job that failed is the way it failed.
    job_->work = [this, work = std::move(work), what = what_](const std::stop_token& stop,
                                                              QPromise<Handed>& promise) {
        const Deliver deliver(promise);
        const QString fault = fault_of([&] { work(stop, deliver); }, what);
        if (!fault.isEmpty()) deliver([this, fault] { fail(fault); });
    };
    watcher_ = new QFutureWatcher<Handed>(this);
    connect(watcher_, &QFutureWatcher<Handed>::resultReadyAt, this, &LatestJob::take);
    connect(watcher_, &QFutureWatcher<Handed>::finished, this, &LatestJob::end);
    connect(watcher_, &QFutureWatcher<Handed>::progressValueChanged, this,
            [this](int parts) { emit progressed(static_cast<float>(parts) / kProgressParts); });
    job_->promise.setProgressRange(0, kProgressParts);
    watcher_->setFuture(job_->promise.future());
    service_.start(job_);
}

void LatestJob::stop() {
    running_ = false;
    if (!job_) return;
    job_->stop.request_stop();
    watcher_->disconnect(this);
    watcher_->cancel();
    // The watcher may be delivering a result at this moment.
    watcher_->deleteLater();
    watcher_ = nullptr;
    // A job that has not begun is never run.
    if (job_->begun.exchange(true)) last_begun_ = job_;
    job_.reset();
}

void LatestJob::take(int result) {
    const Handed handed = watcher_->resultAt(result);
    taken_over(handed.get());
    // The function is destroyed after the call: it may hold a large picture.
    const auto function = std::exchange(*handed, nullptr);
    if (function) function();
}

void LatestJob::fail(const QString& sentence) {
    running_ = false;
    on_fault_ ? on_fault_(sentence) : emit Faults::all().happened(sentence);
}

void LatestJob::end() {
    running_ = false;
    emit ended();
}

}  // namespace underpaint
