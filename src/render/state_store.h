// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <atomic>
#include <memory>
#include <vector>

#include "render/inputs.h"
#include "render/pass_numbers.h"

namespace underpaint {

/// A tile after some passes.
struct KeptState {
    std::vector<PassNumber> laid;  ///< those that may touch the tile
    RgbBlock pixels;
    std::uint64_t used = 0;  ///< in which frame
};
struct KeptTile {
    std::vector<std::unique_ptr<KeptState>> states;
};

/// A painting at one size on screen.
struct Scale {
    Scale(Size painting, double by);
    double shrink;
    Size size;
    Inputs inputs;
    std::vector<KeptTile> tiles;
    std::uint64_t used = 0;

    int tile_index(const Rect& inside) const {
        return inside.y / kTileSide * TileGrid{size}.columns() + inside.x / kTileSide;
    }
};

/// Everything that is kept from frame to frame, within a budget. Between begin_frame() and
/// end_frame() any thread may ask for room in a tile of its own; all else is for one thread.
class StateStore {
public:
    explicit StateStore(std::size_t budget) : budget_(budget) {}

    /// Forgets all of another painting; gives back what `states` more states may need.
    Scale& begin_frame(const Painting& painting, double shrink, std::size_t states);
    /// Gives back what is over the budget: states of older frames first, then other sizes, halvings
    /// of the painting's pictures, this frame's states, its pictures.
    void end_frame();
    std::uint64_t frame() const { return frame_; }

    /// A place for one more state of a tile: a new one, or that of one which this frame has no use
    /// for. Null when there is neither.
    KeptState* room_in(KeptTile& tile, const Rect& area);

    /// Null when nothing of that size is kept.
    const Scale* find(double shrink) const;

    /// Memory of states, resampled pictures and halvings.
    std::size_t bytes() const;
    std::size_t budget() const { return budget_; }
    /// Any thread; it is kept to from the end of the next frame on.
    void set_budget(std::size_t budget) { budget_ = budget; }

private:
    std::size_t bytes_beside_states() const;
    std::size_t bytes_for_states() const;
    void drop_states(std::uint64_t before_frame, std::size_t enough);
    void drop_scales(std::uint64_t before_frame);
    void forget_halvings();

    std::atomic<std::size_t> budget_;
    SharedPicture ground_;
    std::vector<SharedPicture> pictures_;  // all of the painting's
    std::vector<std::unique_ptr<Scale>> scales_;
    std::uint64_t frame_ = 0;
    std::atomic<std::size_t> state_bytes_ = 0;
    std::size_t most_state_bytes_ = 0;
};

}  // namespace underpaint
