// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/painting.h"

namespace underpaint {

/// Every state a painting went through since it was opened; undo and redo without limit. Going back
/// is going back to the older value, so nothing has to be undone by computation.
class History {
public:
    explicit History(Painting start);

    const Painting& now() const { return steps_[at_].painting; }

    /// Takes `next` as the new state. A change that changes nothing leaves no step. Changes with
    /// the same non-empty `gesture`, one after the other, become one step. Undone steps are
    /// dropped.
    void change(std::string label, Painting next, std::string gesture = {});
    /// The gesture is over: the next change begins a step of its own.
    void end_gesture();

    bool can_undo() const { return at_ > 0; }
    bool can_redo() const { return at_ + 1 < steps_.size(); }
    void undo();
    void redo();
    /// What undo would take back, what redo would bring back; empty when there is nothing.
    std::string undo_label() const;
    std::string redo_label() const;

    /// What was worked goes with the painting through undo and redo, and is no reason to save it.
    void set_log(WorkLog log);

    /// How many steps lie between the painting and what was last marked; all up to it where that is
    /// not among them.
    std::size_t steps_since_saved() const;
    /// Whether the painting is the one last marked (as saved).
    bool clean() const { return now() == saved_; }
    /// Marks what got saved, which may be an older state.
    void mark_saved_as(Painting painting) { saved_ = std::move(painting); }

private:
    struct Step {
        Painting painting;
        std::string label, gesture;
    };
    std::vector<Step> steps_;
    std::size_t at_ = 0;
    Painting saved_;
};

}  // namespace underpaint
