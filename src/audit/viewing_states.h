// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "audit/cell_states.h"

namespace underpaint {

/// The steps of the ground and of the states after passes at viewing scale.
class ViewingStates : public CellStates<std::uint16_t> {
public:
    /// None: empty().
    ViewingStates() = default;
    ViewingStates(ViewingGrid grid, std::size_t states, std::size_t known)
        : CellStates(grid.size(), states, known), grid_(std::move(grid)) {}

    /// The sealed state, when all tiles were added.
    ViewingSteps ground() const;

private:
    friend class ViewingWalk;
    std::optional<ViewingGrid> grid_;
};

/// Goes through such states in their order, when all tiles were added; begins at the ground.
class ViewingWalk {
public:
    explicit ViewingWalk(const ViewingStates& states);
    /// Moves on to a later state.
    void go_to(std::size_t state);
    const ViewingSteps& now() const { return now_; }
    /// All that changed since go_to() was called before, or since the ground; empty for nothing.
    const Rect& changed() const { return changed_; }

private:
    void add(std::size_t state);

    const ViewingStates& states_;
    std::size_t at_ = 0;
    std::vector<std::uint16_t> sums_;
    ViewingSteps now_;
    Rect changed_;
};

}  // namespace underpaint
