// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <array>
#include <atomic>
#include <memory>
#include <span>
#include <vector>

#include "audit/viewing.h"

namespace underpaint {

/// The ground and the states after passes at viewing scale, as sums of cells. Of each state only
/// that is kept in which it differs from the one before it, so that three hundred passes over a
/// corner each take little more than one. Any number of threads may add tiles; what comes out does
/// not depend on their order.
template <class Unit>
class CellStates {
public:
    /// Cells are kept in squares of this side.
    static constexpr int kSide = 64;
    using Square = std::array<Unit, static_cast<std::size_t>(kSide) * kSide>;

    /// None: empty().
    CellStates() = default;
    /// \param states the ground among them
    /// \param known those after the ground that are left out: the next one follows the ground
    CellStates(Size size, std::size_t states, std::size_t known)
        : size_(size),
          across_((size.width + kSide - 1) / kSide),
          down_((size.height + kSide - 1) / kSide),
          known_(known) {
        for (std::size_t i = 0; i < states; ++i)
            states_.push_back(std::make_unique<State>(static_cast<std::size_t>(squares())));
    }

    bool empty() const { return states_.empty(); }
    Size size() const { return size_; }
    std::size_t count() const { return states_.size(); }
    std::size_t known() const { return known_; }
    int squares() const { return across_ * down_; }
    /// The cells of a square.
    Rect area(int square) const {
        return intersection({square % across_ * kSide, square / across_ * kSide, kSide, kSide},
                            rect_of(size_));
    }

    /// Begins a state: the ground, with every tile given once, or a state that follows none.
    void begin(const Cells<Unit>& cells, std::size_t state = 0) {
        change(state, {cells.area, std::vector<Unit>(cells.sums.size())}, cells);
    }
    /// A tile of a state, and of the one that it follows.
    void change(std::size_t state, const Cells<Unit>& before, const Cells<Unit>& now) {
        const Rect& area = now.area;
        const auto width = static_cast<std::size_t>(area.width);
        for (int y = area.y; y < area.bottom(); ++y) {
            const auto row = static_cast<std::size_t>(y - area.y) * width;
            // Cells that other tiles add to as well are those at the tile's border.
            const bool shared = y < area.y + kShared || y >= area.bottom() - kShared;
            for (int x = area.x; x < area.right();) {
                const int end = std::min(area.right(), (x / kSide + 1) * kSide);
                const auto from = row + static_cast<std::size_t>(x - area.x);
                add_run(*states_[state], {x, y, end - x, 1}, shared ? area.width : kShared, area,
                        std::span(before.sums).subspan(from), std::span(now.sums).subspan(from));
                x = end;
            }
        }
    }

    /// The difference of a state from the one before it in a square, once all tiles were added;
    /// null: none.
    const Square* added(std::size_t state, int square) const {
        return states_[state]->squares[static_cast<std::size_t>(square)].load(
            std::memory_order_acquire);
    }
    /// Gives back what is kept of a square.
    void forget(int square) {
        for (const auto& state : states_)
            delete state->squares[static_cast<std::size_t>(square)].exchange(nullptr);
    }
    /// Adds it to sums of the square.
    static void add(const Square* more, Square& sums) {
        if (more == nullptr) return;
        for (std::size_t i = 0; i < sums.size(); ++i)
            sums[i] = static_cast<Unit>(sums[i] + (*more)[i]);
    }

private:
    /// Modulo the unit's size.
    struct State {
        std::vector<std::atomic<Square*>> squares;
        explicit State(std::size_t count) : squares(count) {}
        ~State() {
            for (const auto& square : squares) delete square.load();
        }
        State(const State&) = delete;
        State& operator=(const State&) = delete;
        Square& square(std::size_t index) {
            Square* is = squares[index].load(std::memory_order_acquire);
            if (is != nullptr) return *is;
            auto fresh = std::make_unique<Square>();
            fresh->fill(0);
            if (squares[index].compare_exchange_strong(is, fresh.get())) return *fresh.release();
            return *is;  // another thread was first
        }
    };

    /// Number of cells at each border of a tile that its neighbour may share.
    static constexpr int kShared = 2;

    /// Some cells of one row, all in one square.
    void add_run(State& into, const Rect& run, int shared, const Rect& tile,
                 std::span<const Unit> before, std::span<const Unit> now) {
        const auto count = static_cast<std::size_t>(run.width);
        if (std::ranges::equal(before.first(count), now.first(count))) return;
        Square& square =
            into.square(static_cast<std::size_t>(run.y / kSide * across_ + run.x / kSide));
        Unit* to = &square[static_cast<std::size_t>(run.y % kSide * kSide + run.x % kSide)];
        const int left = std::clamp(tile.x + shared - run.x, 0, run.width);
        const int right = std::clamp(tile.right() - shared - run.x, left, run.width);
        const auto add_shared = [&](int from, int end) {
            for (auto i = static_cast<std::size_t>(from); i < static_cast<std::size_t>(end); ++i)
                if (const auto more = static_cast<Unit>(now[i] - before[i]); more != 0)
                    std::atomic_ref(to[i]).fetch_add(more, std::memory_order_relaxed);
        };
        add_shared(0, left);
        for (auto i = static_cast<std::size_t>(left); i < static_cast<std::size_t>(right); ++i)
            to[i] = static_cast<Unit>(to[i] + now[i] - before[i]);
        add_shared(right, run.width);
    }

    Size size_;
    int across_ = 0, down_ = 0;
    std::size_t known_ = 0;
    std::vector<std::unique_ptr<State>> states_;
};

}  // namespace underpaint
