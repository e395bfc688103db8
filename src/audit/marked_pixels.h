// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
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

/// What `mark` marks of one pass, counted from 0, as a mask of the painting halved `level` times;
/// null when stopped. Where the pass can't have changed anything, nothing is asked.
SharedPicture marked_by_pass(const Painting& painting, std::size_t pass, int level,
                             const MarkPixels& mark, const std::stop_token& stop);
/// As that, and asked everywhere: for what a pass is told of that others did as well.
SharedPicture marked_after(const Painting& painting, std::size_t pass, int level,
                           const MarkPixels& mark, const std::stop_token& stop);

// What is marked.

/// Values that the pass moved by more than may be.
MarkPixels moved_values(Reader reader);
/// Any change at all.
MarkPixels anything_changed();
/// Lights that lost of the warmth, or cool, that set them apart from the shadows, and the shadows
/// that took it on.
MarkPixels drawn_together(const Audit& figures, std::size_t pass);
/// The strongest colours; with `foci`, those outside of them.
MarkPixels strongest_colours(const Audit& figures, std::size_t pass, std::vector<Focus> outside);
/// What was darker than anything is now, or lighter.
MarkPixels beyond_range(const Audit& figures, std::size_t pass);
/// Pure black and white outside the foci, or with none, anywhere.
MarkPixels extremes_outside(std::vector<Focus> foci);
/// What was darker than `below` when sealed.
MarkPixels sealed_below(double below, Reader reader);

}  // namespace underpaint
