// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "painting/painting.h"
#include "painting/trace.h"

namespace underpaint {

class PackedStep;

/// Every state a painting went through since it was opened; undo and redo without limit. Going back
/// is going back to the older value, so nothing has to be undone by computation. Steps far from now
/// can be packed, to take less memory; they are taken out again before they are near.
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
    /// Names of the change that undo would take back and of the one that redo would bring back;
    /// empty when there is none.
    std::string undo_label() const;
    std::string redo_label() const;

    /// A step that is far from now, and the one beside it that it can be packed against.
    struct Far {
        std::size_t step;
        Painting painting, beside;
    };
    /// The next step to be packed; nothing when there is none. Packing it takes a while and may
    /// be done in another thread.
    std::optional<Far> far() const;
    /// Keeps that step so, if it still is what it was and as far away.
    void pack(const Far& far, PackedStep packed);
    /// How many steps are packed.
    std::size_t packed_steps() const { return near_begin_ + steps_.size() - near_end_; }

    /// The work log, the seen saves and the last report go with the painting through undo and redo.
    /// The work log alone is no reason to save it.
    void set_log(WorkLog log);
    void set_saves(SaveLedger saves);
    void set_last_report(MadeReport report);

    /// How many steps lie between the painting and what was last marked; all up to it where that is
    /// not among them.
    std::size_t steps_since_saved() const;
    /// Whether the painting is the one last marked (as saved).
    bool clean() const { return saved_.is(now()); }
    /// Marks what got saved, which may be an older state.
    void mark_saved_as(const Painting& painting);

private:
    struct Step {
        Painting painting;  // empty where it is packed
        std::string label, gesture;
        std::shared_ptr<const PackedStep> packed = nullptr;
        bool saved = false;  // it is packed, and is what was last marked
    };
    void go_to(std::size_t step);
    /// Takes out what is packed and near.
    void take_out();

    std::vector<Step> steps_;
    std::size_t at_ = 0;
    std::size_t near_begin_ = 0, near_end_ = 1;  // steps before and from there on are packed
    Trace saved_;
};

}  // namespace underpaint
