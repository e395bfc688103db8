// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <map>
#include <optional>
#include <stop_token>
#include <utility>

#include "raster/pyramid.h"
#include "raster/reframe.h"
#include "raster/turn.h"

namespace underpaint {

/// Takes what belongs to one painting into another frame: turned, or scaled and moved. A picture
/// that is used twice is made once.
class Reframer {
public:
    Reframer(Size size, Turn turn) : size_(size), turn_(turn) {}
    /// \param stop once it is asked for, pictures stay as they are: the result is of no use
    Reframer(Size size, const Reframe& frame, std::stop_token stop = {})
        : size_(size), frame_(frame), stop_(std::move(stop)) {}

    /// Nothing where the painting is not turned.
    std::optional<Turn> turn() const { return turn_; }
    /// A picture or mask of the painting's size, in the new frame.
    SharedPicture picture(const SharedPicture& picture) {
        return known(whole_, picture, [&](const Picture& pixels) {
            return turn_ ? turned(pixels, *turn_) : reframed(pixels, frame_);
        });
    }
    /// A picture with a place of its own: turned or scaled, and not cut.
    SharedPicture loose(const SharedPicture& picture) {
        return known(loose_, picture, [&](const Picture& pixels) {
            if (turn_) return turned(pixels, *turn_);
            const auto side = [](int pixels_now, double by) {
                return std::max(1, static_cast<int>(std::lround(pixels_now * by)));
            };
            return scaled(pixels, {side(pixels.size().width, scale_across(frame_, size_)),
                                   side(pixels.size().height, scale_down(frame_, size_))});
        });
    }
    Point point(const Point& p) const {
        return turn_ ? turned(p, size_, *turn_) : reframed(p, size_, frame_);
    }
    /// Pixels of the new frame for one of the old.
    double scale() const { return turn_ ? 1 : scale_of(frame_, size_); }
    /// The top left corner of what lay in a rectangle of the painting.
    Point corner_of(double x, double y, double width, double height) const {
        const Point a = point({x, y}), b = point({x + width, y + height});
        return {std::min(a.x, b.x), std::min(a.y, b.y)};
    }

private:
    using Known = std::map<SharedPicture, SharedPicture>;
    template <class Make>
    SharedPicture known(Known& all, const SharedPicture& picture, Make make) const {
        if (!picture) return nullptr;
        if (stop_.stop_requested()) return picture;
        SharedPicture& made = all[picture];
        if (!made) made = share(make(picture->base()));
        return made;
    }

    Size size_;
    std::optional<Turn> turn_;
    Reframe frame_;
    std::stop_token stop_;
    Known whole_, loose_;
};

}  // namespace underpaint
