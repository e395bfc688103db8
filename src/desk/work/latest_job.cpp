// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/latest_job.h"

namespace underpaint {

LatestJob::LatestJob(QObject* parent, Urgency urgency) : QObject(parent), urgency_(urgency) {
    gate_->owner = this;
    pool_->setMaxThreadCount(1);
}

LatestJob::~LatestJob() {
    stop();
    {
        const std::scoped_lock lock(gate_->mutex);
        gate_->owner = nullptr;
    }
    if (!pool_->waitForDone(patience_)) static_cast<void>(pool_.release());
}

void LatestJob::stop() {
    source_.request_stop();
    running_ = false;
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
