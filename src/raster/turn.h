// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "raster/picture.h"

namespace underpaint {

enum class Turn { right, left, half, mirror };

/// The size after the turn.
constexpr Size turned(Size size, Turn turn) {
    const bool quarter = turn == Turn::right || turn == Turn::left;
    return quarter ? Size{size.height, size.width} : size;
}

/// The new place of a point of a picture of `size`.
constexpr Point turned(const Point& p, Size size, Turn turn) {
    switch (turn) {
        case Turn::right: return {size.height - p.y, p.x};
        case Turn::left: return {p.y, size.width - p.x};
        case Turn::half: return {size.width - p.x, size.height - p.y};
        case Turn::mirror: return {size.width - p.x, p.y};
    }
    return p;
}

/// The picture by quarter turns, or mirrored left to right; no pixel changes.
Picture turned(const Picture& picture, Turn turn);

}  // namespace underpaint
