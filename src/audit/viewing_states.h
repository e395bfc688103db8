// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <atomic>
#include <memory>

#include "audit/viewing.h"

namespace underpaint {

/// The ground and the states after passes at viewing scale. Of each state only that is kept in
/// which it differs from the one before it, so that three hundred passes over a corner each take
/// little more than one. Any number of threads may add tiles; what comes out does not depend on
/// their order.
class ViewingStates {
public:
    /// None: empty().
    ViewingStates() = default;
    /// \param states the ground among them
    /// \param known those after the ground that are left out: the next one follows the ground
    ViewingStates(Size pixels, Size picture, std::size_t states, std::size_t known);

    bool empty() const { return states_.empty(); }
    const ViewingGrid& grid() const { return *grid_; }

    /// Of the ground; every tile once.
    void begin(const ViewingCells& cells);
    /// A tile of a state, and of the one that it follows.
    void change(std::size_t state, const ViewingCells& before, const ViewingCells& now);
    /// The sealed state, when all tiles were added.
    ViewingSteps ground() const;

private:
    friend class ViewingWalk;
    static constexpr int kSide = 64;
    using Block = std::array<std::uint16_t, static_cast<std::size_t>(kSide) * kSide>;
    /// What a state adds to the one before it, modulo 2^16.
    struct State {
        std::vector<std::atomic<Block*>> blocks;
        explicit State(std::size_t count) : blocks(count) {}
        ~State();
        State(const State&) = delete;
        State& operator=(const State&) = delete;
        Block& block(std::size_t index);
    };

    std::shared_ptr<const ViewingGrid> grid_;
    int across_ = 0;
    std::size_t known_ = 0;
    std::vector<std::unique_ptr<State>> states_;
};

/// Goes through such states in their order, when all tiles were added; begins at the ground.
class ViewingWalk {
public:
    explicit ViewingWalk(const ViewingStates& states);
    /// To a later one.
    void go_to(std::size_t state);
    const ViewingSteps& now() const { return now_; }
    /// All that changed since go_to() was called before, or since the ground; empty for nothing.
    const Rect& changed() const { return changed_; }

private:
    void add(const ViewingStates::State& state);

    const ViewingStates& states_;
    std::size_t at_ = 0;
    std::vector<std::uint16_t> sums_;
    ViewingSteps now_;
    Rect changed_;
};

}  // namespace underpaint
