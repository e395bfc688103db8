// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <vector>

#include "painting/painting.h"

namespace underpaint {

/// A small place that no part covers by half, all in one piece.
struct Sliver {
    Rect bounds;            ///< in pixels of the picture
    std::int64_t area = 0;  ///< pixels
    PartId neighbour = 0;   ///< the part that most of its border touches
};

/// The largest sliver, as a share of the picture; more is a place left free on purpose.
inline constexpr double kMostSliver = 0.005;

/// Small pieces between the parts that belong to none, with the inputs that they were found from.
/// Pieces that touch no part are not slivers.
struct Slivers {
    std::vector<Sliver> slivers;       ///< the largest first
    std::vector<SharedPicture> masks;  ///< one for each part that is to get some: what it gets
    std::vector<PartId> to;            ///< those parts
    double share = 0;                  ///< of the picture, all together
    bool empty() const { return slivers.empty(); }
};

/// On every pixel. Hidden parts cover nothing.
Slivers find_slivers(const Painting& painting, const std::stop_token& stop = {});

/// Every sliver given to its neighbour.
Painting with_slivers_given(Painting painting, const Slivers& slivers);

/// All of them as one mask of the painting's size.
Picture mask_of(const Slivers& slivers, Size size);

}  // namespace underpaint
