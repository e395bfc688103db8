// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <map>

#include "raster/pyramid.h"
#include "raster/turn.h"

namespace underpaint {

/// Turns what belongs to one painting; a picture that is used twice is turned once.
class Turner {
public:
    Turner(Size size, Turn turn) : size_(size), turn_(turn) {}

    Turn turn() const { return turn_; }
    SharedPicture picture(const SharedPicture& picture) {
        if (!picture) return nullptr;
        auto& known = known_[picture];
        if (!known) known = share(turned(picture->base(), turn_));
        return known;
    }
    Point point(const Point& p) const { return turned(p, size_, turn_); }
    /// The top left corner of what lay in a rectangle of the painting.
    Point corner_of(double x, double y, double width, double height) const {
        const Point a = point({x, y}), b = point({x + width, y + height});
        return {std::min(a.x, b.x), std::min(a.y, b.y)};
    }

private:
    Size size_;
    Turn turn_;
    std::map<SharedPicture, SharedPicture> known_;
};

}  // namespace underpaint
