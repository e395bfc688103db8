// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "raster/picture.h"

namespace underpaint {

/// How a picture comes to lie in another frame: it is scaled to `scaled`, and its top left corner
/// is laid at (x, y) of a frame of size `to`, in whole pixels. What stands over the frame is cut.
struct Reframe {
    Size scaled;
    int x = 0, y = 0;
    Size to;
    friend bool operator==(const Reframe&, const Reframe&) = default;
};

/// Frames of nearly the same shape: sides that differ by less than this share of themselves are
/// scaled each for itself, so that nothing has to be cut or added.
inline constexpr double kSameShape = 0.01;
bool same_shape(Size a, Size b);

/// How to fill a frame of another shape: large enough to cover it, cut alike at both sides; or as
/// large as all of the picture fits, with something added at both.
enum class OtherShape { cut, added };
/// A picture of size `from` in the middle of a frame of size `to`.
Reframe resized(Size from, Size to, OtherShape other);

/// Pixels of the frame a pixel of the picture, across and down.
double scale_across(const Reframe& frame, Size from);
double scale_down(const Reframe& frame, Size from);
/// Their geometric mean, for lengths that have no direction.
double scale_of(const Reframe& frame, Size from);
/// The new place of a point of a picture of size `from`.
Point reframed(const Point& p, Size from, const Reframe& frame);

/// A picture of another size: each pixel the mean of the area that it covers where the picture
/// becomes smaller, cubic interpolation where it becomes larger; of encoded values, colour weighted
/// by alpha where there is any.
Picture scaled(const Picture& picture, Size size);
/// The picture in the frame. Where the frame reaches beyond the picture, its border goes on. Pixels
/// are copied unchanged where the scale is 1.
Picture reframed(const Picture& picture, const Reframe& frame);

}  // namespace underpaint
