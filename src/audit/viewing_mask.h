// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <vector>

#include "audit/edges.h"
#include "audit/focus.h"
#include "raster/pyramid.h"

namespace underpaint {

// Where something is on a picture, as masks of its viewing scale.

/// The middle of a viewing pixel, in pixels of the picture.
inline Point in_picture(const ViewingSteps& viewing, int x, int y) {
    return {(x + 0.5) / viewing.scale, (y + 0.5) / viewing.scale};
}

/// The viewing pixels for which `is(place in the picture, step)`: row by row, 255 or 0.
template <class Is>
std::vector<std::uint8_t> pixels_where(const ViewingSteps& viewing, Is is) {
    const Size size = viewing.steps.area().size();
    std::vector<std::uint8_t> result;
    result.reserve(static_cast<std::size_t>(size.area()));
    for (int y = 0; y < size.height; ++y) {
        const auto row = viewing.steps.row(y);
        for (int x = 0; x < size.width; ++x)
            result.push_back(is(in_picture(viewing, x, y), row[static_cast<std::size_t>(x)]) ? 255
                                                                                             : 0);
    }
    return result;
}

/// Such pixels as a mask.
SharedPicture as_mask(Size viewing, const std::vector<std::uint8_t>& inside);
/// A disc, in pixels of the picture.
SharedPicture disc_mask(const ViewingSteps& viewing, const Point& centre, double radius);
/// Pixels of a size, of which some and those a few pixels about them are marked.
class PixelsAlong {
public:
    explicit PixelsAlong(Size size) : size_(size), near_(static_cast<std::size_t>(size.area())) {}
    void mark(int x, int y);
    SharedPicture mask() const { return as_mask(size_, near_); }

private:
    Size size_;
    std::vector<std::uint8_t> near_;
};

/// A mask of the pixels within a few pixels of edges, or of other points of the viewing scale.
template <class Points>
SharedPicture mask_along(Size viewing, const Points& points) {
    PixelsAlong along(viewing);
    for (const auto& p : points) along.mark(p.x, p.y);
    return along.mask();
}

}  // namespace underpaint
