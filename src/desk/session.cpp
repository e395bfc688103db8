// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/session.h"

#include <algorithm>

namespace underpaint {

void Session::begin(Painting painting, std::filesystem::path file, bool saved) {
    const Painting blank;
    history_.emplace(painting);
    if (!saved) history_->mark_saved_as(blank);
    file_ = std::move(file);
    ++document_;
    moment_ = painting.passes.size();
    comparison_.reset();
    find_shown();
    emit begun();
    tell_changed();
}

void Session::mark_saved(std::filesystem::path file, const Painting& as) {
    file_ = std::move(file);
    history_->mark_saved_as(as);
    emit saved_changed();
}

void Session::change(const QString& label, Painting next, const QString& gesture) {
    if (next == painting()) return;
    history_->change(label.toStdString(), std::move(next), gesture.toStdString());
    tell_changed();
}

void Session::end_gesture() {
    if (history_) history_->end_gesture();
}

void Session::undo() {
    if (!history_ || !history_->can_undo()) return;
    history_->undo();
    tell_changed();
}

void Session::redo() {
    if (!history_ || !history_->can_redo()) return;
    history_->redo();
    tell_changed();
}

void Session::tell_changed() {
    const std::size_t most = painting().passes.size();
    const bool cut = moment_ > most;
    moment_ = std::min(moment_, most);
    const bool compared = comparison_.has_value();
    comparison_.reset();
    find_shown();
    if (compared) emit comparison_changed();
    emit painting_changed();
    emit saved_changed();
    if (cut) emit moment_changed();
}

void Session::find_shown() {
    shown_ = comparison_ ? comparison_->painting : staged(painting(), stage_);
}

std::size_t Session::shown_upto() const {
    return stage_ == Stage::colour && !comparison_ ? moment_ : shown_.passes.size();
}

void Session::set_stage(Stage stage) {
    if (stage == stage_) return;
    stage_ = stage;
    if (history_) {
        compare(std::nullopt);
        find_shown();
    }
    emit stage_changed();
}

void Session::compare(std::optional<Comparison> comparison) {
    if (!history_ || (!comparison && !comparison_)) return;
    comparison_ = std::move(comparison);
    find_shown();
    emit comparison_changed();
}

void Session::set_reader(Reader reader) {
    if (reader == reader_) return;
    reader_ = reader;
    emit reader_changed();
}

void Session::set_scale(ValueScale scale) {
    if (scale == scale_) return;
    scale_ = scale;
    emit scale_changed();
}

void Session::set_surround(double step) {
    if (step == surround_) return;
    surround_ = step;
    emit surround_changed();
}

void Session::set_moment(std::size_t passes) {
    if (!history_) return;
    passes = std::min(passes, painting().passes.size());
    if (passes == moment_) return;
    moment_ = passes;
    emit moment_changed();
}

std::optional<std::size_t> Session::chosen_pass() const {
    if (!history_ || moment_ == 0) return std::nullopt;
    return moment_ - 1;
}

}  // namespace underpaint
