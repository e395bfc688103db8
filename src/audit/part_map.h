// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <utility>
#include <vector>

#include "audit/viewing.h"
#include "painting/painting.h"

namespace underpaint {

/// Which part each pixel at viewing scale belongs to.
struct PartMap {
    static constexpr std::int16_t kNone = -1;
    Size size;
    std::vector<std::int16_t> parts;  ///< places in the painting's list, row by row
    std::int16_t at(int x, int y) const {
        return parts[static_cast<std::size_t>(y) * static_cast<std::size_t>(size.width) +
                     static_cast<std::size_t>(x)];
    }
};

/// The part that covers a pixel most, and by at least a quarter; of two that cover it alike the
/// first. \param level halvings of the painting that the grid is of
PartMap part_map(const Painting& painting, const ViewingGrid& grid, int level);

/// Viewing pixels of common border from which on two parts are neighbours.
inline constexpr double kNeighbourBorder = 12;
/// Pairs of parts that touch along some length, the one that comes first in the painting first.
/// \param pixel viewing pixels in one of the map's
std::vector<std::pair<std::size_t, std::size_t>> neighbours_in(const PartMap& map, double pixel);

}  // namespace underpaint
