// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/history.h"

namespace underpaint {

History::History(Painting start) : steps_{{start, {}, {}}}, saved_(std::move(start)) {}

void History::change(std::string label, Painting next, std::string gesture) {
    if (next == now()) return;
    steps_.resize(at_ + 1);
    Step& last = steps_.back();
    if (at_ == 0 || gesture.empty() || last.gesture != gesture) {
        steps_.push_back({std::move(next), std::move(label), std::move(gesture)});
        ++at_;
        return;
    }
    last.painting = std::move(next);
    if (last.painting == steps_[at_ - 1].painting) {  // the gesture came back to where it began
        steps_.pop_back();
        --at_;
    }
}

void History::end_gesture() {
    steps_[at_].gesture.clear();
}

void History::undo() {
    if (!can_undo()) return;
    --at_;
    end_gesture();
}

void History::redo() {
    if (!can_redo()) return;
    ++at_;
    end_gesture();
}

void History::set_log(WorkLog log) {
    saved_.log = log;
    steps_[at_].painting.log = std::move(log);
}

std::size_t History::steps_since_saved() const {
    for (std::size_t steps = 0; steps < steps_.size(); ++steps)
        for (const std::size_t step : {at_ - steps, at_ + steps})
            if (step < steps_.size() && steps_[step].painting == saved_) return steps;
    return at_;
}

std::string History::undo_label() const {
    return can_undo() ? steps_[at_].label : std::string();
}

std::string History::redo_label() const {
    return can_redo() ? steps_[at_ + 1].label : std::string();
}

}  // namespace underpaint
