// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/history.h"

#include <utility>

#include "painting/packed_step.h"

namespace underpaint {
namespace {

constexpr std::size_t kNear = 4;  // this many steps on both sides of the current one stay unpacked

}  // namespace

History::History(Painting start) : steps_{{start, {}, {}}}, saved_(start) {}

void History::change(std::string label, Painting next, std::string gesture) {
    if (next == now()) return;
    steps_.resize(at_ + 1);
    near_end_ = steps_.size();
    Step& last = steps_.back();
    if (at_ == 0 || gesture.empty() || last.gesture != gesture) {
        steps_.push_back({std::move(next), std::move(label), std::move(gesture)});
        ++at_;
        near_end_ = steps_.size();
        return;
    }
    last.painting = std::move(next);
    if (same_but_for_records(last.painting,
                             steps_[at_ - 1].painting)) {  // the gesture ended where it began
        steps_.pop_back();
        --at_;
        near_end_ = steps_.size();
        take_out();
    }
}

void History::end_gesture() {
    steps_[at_].gesture.clear();
}

void History::undo() {
    if (can_undo()) go_to(at_ - 1);
}

void History::redo() {
    if (can_redo()) go_to(at_ + 1);
}

void History::go_to(std::size_t step) {
    const Painting from = now();
    at_ = step;
    take_out();
    end_gesture();
    steps_[at_].painting = with_records_of(std::move(steps_[at_].painting), from);
}

std::optional<History::Far> History::far() const {
    if (near_begin_ + kNear < at_)
        return Far{near_begin_, steps_[near_begin_].painting, steps_[near_begin_ + 1].painting};
    if (near_end_ > at_ + kNear + 1)
        return Far{near_end_ - 1, steps_[near_end_ - 1].painting, steps_[near_end_ - 2].painting};
    return std::nullopt;
}

void History::pack(const Far& far, PackedStep packed) {
    const auto now = this->far();
    if (!now || now->step != far.step || now->painting != far.painting || now->beside != far.beside)
        return;
    Step& step = steps_[far.step];
    step.saved = saved_.is(step.painting);
    step.packed = std::make_shared<const PackedStep>(std::move(packed));
    step.painting = {};
    far.step == near_begin_ ? ++near_begin_ : --near_end_;
}

void History::take_out() {
    const auto take_out_beside = [&](std::size_t step, std::size_t beside) {
        steps_[step].painting = steps_[step].packed->unpacked(steps_[beside].painting);
        steps_[step].packed.reset();
        // Its pictures may have been replaced.
        if (std::exchange(steps_[step].saved, false)) saved_ = Trace(steps_[step].painting);
    };
    for (; near_begin_ > 0 && near_begin_ + kNear > at_; --near_begin_)
        take_out_beside(near_begin_ - 1, near_begin_);
    for (; near_end_ < steps_.size() && near_end_ <= at_ + kNear; ++near_end_)
        take_out_beside(near_end_, near_end_ - 1);
}

void History::set_log(WorkLog log) {
    steps_[at_].painting.log = std::move(log);
}

void History::set_saves(SaveLedger saves) {
    steps_[at_].painting.saves = std::move(saves);
}

void History::set_last_report(MadeReport report) {
    steps_[at_].painting.last_report = std::move(report);
}

void History::mark_saved_as(const Painting& painting) {
    saved_ = Trace(painting);
    for (Step& step : steps_) step.saved = step.packed && step.packed->trace().is(painting);
}

std::size_t History::steps_since_saved() const {
    for (std::size_t steps = 0; steps < steps_.size(); ++steps)
        for (const std::size_t step : {at_ - steps, at_ + steps})
            if (step < steps_.size() &&
                (steps_[step].packed ? steps_[step].saved : saved_.is(steps_[step].painting)))
                return steps;
    return at_;
}

std::string History::undo_label() const {
    return can_undo() ? steps_[at_].label : std::string();
}

std::string History::redo_label() const {
    return can_redo() ? steps_[at_ + 1].label : std::string();
}

}  // namespace underpaint
