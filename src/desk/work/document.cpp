// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/document.h"

namespace underpaint {

void Document::begin(Painting painting, std::filesystem::path file, bool saved) {
    const Painting blank;
    history_.emplace(std::move(painting));
    if (!saved) history_->mark_saved_as(blank);
    file_ = std::move(file);
    ++number_;
    emit begun();
    tell_changed();
}

void Document::mark_saved(std::filesystem::path file, const Painting& as) {
    file_ = std::move(file);
    history_->mark_saved_as(as);
    emit saved_changed();
}

void Document::change(const QString& label, Painting next, const QString& gesture) {
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

void Document::tell_changed() {
    emit changed();
    emit saved_changed();
}

}  // namespace underpaint
