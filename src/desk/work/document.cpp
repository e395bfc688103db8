// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/document.h"

#include "brief/routes.h"
#include "painting/changes.h"
#include "painting/group_changes.h"
#include "painting/packed_step.h"

namespace underpaint {

Document::Document(QObject* parent)
    : QObject(parent), packing_(this, Urgency::beside, "putting far steps by") {
    connect(&packing_, &LatestJob::ended, this, &Document::pack_far_steps);
}

const Painting& Document::painting() const {
    static const Painting none = blank_painting({});
    return history_ ? history_->now() : none;
}

void Document::begin(Painting painting, std::filesystem::path file, bool saved) {
    const Painting blank;
    packing_.stop();
    painting.brief = with_a_route(std::move(painting.brief));
    // A change that replaces passes can leave groups without passes: they are removed here, so that
    // no later code has to check.
    history_.emplace(with_settled_groups(std::move(painting)));
    if (!saved) history_->mark_saved_as(blank);
    file_ = std::move(file);
    ++number_;
    first_begun_();
    emit begun();
    tell_changed();
}

void Document::mark_saved(std::filesystem::path file, const Painting& as) {
    file_ = std::move(file);
    WorkLog log = painting().log;
    history_->mark_saved_as(as);
    history_->set_log(std::move(log));
    emit saved_changed();
}

void Document::change(const QString& label, Painting next, const QString& gesture) {
    if (!history_) return;
    // The change may have been computed from an earlier painting.
    next = with_settled_groups(with_records_of(std::move(next), painting()));
    if (next == painting()) return;
    history_->change(label.toStdString(), std::move(next), gesture.toStdString());
    tell_changed();
}

void Document::end_gesture() {
    if (history_) history_->end_gesture();
}

void Document::undo() {
    if (!history_ || !history_->can_undo()) return;
    history_->undo();
    tell_changed();
}

void Document::redo() {
    if (!history_ || !history_->can_redo()) return;
    history_->redo();
    tell_changed();
}

void Document::log(WorkLog log) {
    if (!history_) return;
    history_->set_log(std::move(log));
    emit logged();
}

void Document::keep_saves(SaveLedger saves) {
    if (!history_) return;
    history_->set_saves(std::move(saves));
    emit saves_kept();
    emit saved_changed();
}

void Document::keep_report(MadeReport report) {
    if (!history_) return;
    history_->set_last_report(std::move(report));
    emit report_kept();
    emit saved_changed();
}

void Document::tell_changed() {
    first_changed_();
    emit changed();
    emit saved_changed();
    if (!packing_.running()) pack_far_steps();
}

/// Strokes that nobody is about to undo take little memory.
void Document::pack_far_steps() {
    auto far = history_->far();
    if (!far) return;
    packing_.start([this, far = std::move(*far)](const std::stop_token&, const auto& deliver) {
        deliver([this, far, packed = PackedStep(far.painting, far.beside)]() mutable {
            history_->pack(far, std::move(packed));
        });
    });
}

}  // namespace underpaint
