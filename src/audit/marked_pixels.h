// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <span>
#include <stop_token>

#include "audit/measures.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// A strip of the painting before all passes, before one of them and after it.
struct PassStates {
    const RgbBlock &sealed, &before, &after;
    double shrink = 1;  ///< pixels of the picture in one of theirs
};

/// Sets pixels of `cover`, which is all 0 and lies where the states do, to 1. From any thread.
using MarkPixels = std::function<void(const PassStates& states, FloatBlock& cover)>;

/// The pixels that `mark` marks for one pass, counted from 0, as a mask of the painting halved
/// `level` times; null when stopped. `mark` is not asked where the pass can't have changed
/// anything.
SharedPicture marked_by_pass(const Painting& painting, std::size_t pass, int level,
                             const MarkPixels& mark, const std::stop_token& stop);
/// The same with `mark` asked everywhere, for findings whose pixels other passes changed as well.
SharedPicture marked_after(const Painting& painting, std::size_t pass, int level,
                           const MarkPixels& mark, const std::stop_token& stop);

/// Marks the pixels for which `is(index)` says so.
template <class Is>
void mark_where(FloatBlock& cover, Is is) {
    const auto marks = cover.samples();
    for (std::size_t i = 0; i < marks.size(); ++i) marks[i] = is(i) ? 1.0F : 0.0F;
}
/// Marks what lies inside a focus, or takes the marks off there.
void mark_foci(const PassStates& states, std::span<const Focus> foci, float mark,
               FloatBlock& cover);

}  // namespace underpaint
