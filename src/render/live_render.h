// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <span>
#include <stop_token>

#include "render/state_store.h"
#include "render/view.h"

namespace underpaint {

/// Frames of a painting while it is worked on. Keeps for each tile what it last came to and the
/// state below the pass that is being changed, so that the next frame evaluates only what the
/// change can touch, from there up. The pixels are those of render_view(), to the bit.
///
/// One thread at a time may ask for frames; they are made on the cores that it has (with_cores()).
class LiveRender {
public:
    /// `budget` bounds, in bytes, all that is kept between frames: states, pictures resampled to
    /// the screen, halvings of the painting's pictures.
    explicit LiveRender(std::size_t budget);

    /// The states of one tile after each of the moments that were asked for. A tile is whole even
    /// where the view cuts it.
    using States = std::span<const RgbBlock* const>;
    using Show = std::function<void(States)>;

    /// Calls `show` once for each tile that the view touches, from any thread, in no order.
    /// `moments` say after how many passes. False when stopped, within some rows of a tile; what
    /// was finished by then is kept.
    bool frame(const Painting& painting, std::span<const std::size_t> moments, const View& view,
               const Show& show, const std::stop_token& stop = {});

    /// Evaluates what lies up to a tile around the view, as far as the budget allows.
    void look_ahead(const Painting& painting, std::span<const std::size_t> moments,
                    const View& view, const std::stop_token& stop = {});

    /// Whether something is kept of every tile of the view.
    bool knows(const View& view) const;
    /// How many times a pass was laid on a tile for the last frame.
    std::size_t laid() const { return laid_; }
    /// The share of the last frame's tiles that was made before it was stopped.
    double made() const { return made_; }

    std::size_t bytes() const { return store_.bytes(); }
    std::size_t budget() const { return store_.budget(); }
    /// Any thread; it is kept to from the end of the next frame on.
    void set_budget(std::size_t budget) { store_.set_budget(budget); }

private:
    StateStore store_;
    PassNumbers numbers_;
    std::size_t laid_ = 0;
    double made_ = 0;
};

}  // namespace underpaint
