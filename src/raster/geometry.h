// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cstdint>
#include <optional>

namespace underpaint {

/// Pixels across and down; both at least 1 in a picture that exists.
struct Size {
    int width = 0, height = 0;
    constexpr std::int64_t area() const { return std::int64_t{width} * height; }
    friend bool operator==(const Size&, const Size&) = default;
};

/// Whole pixels; x and y count from the top left corner.
struct Rect {
    int x = 0, y = 0, width = 0, height = 0;
    constexpr int right() const { return x + width; }
    constexpr int bottom() const { return y + height; }
    constexpr bool empty() const { return width <= 0 || height <= 0; }
    constexpr Size size() const { return {width, height}; }
    friend bool operator==(const Rect&, const Rect&) = default;
};

constexpr Rect rect_of(Size size) {
    return {0, 0, size.width, size.height};
}

constexpr Rect intersection(const Rect& a, const Rect& b) {
    const int x = std::max(a.x, b.x), y = std::max(a.y, b.y);
    return {x, y, std::max(0, std::min(a.right(), b.right()) - x),
            std::max(0, std::min(a.bottom(), b.bottom()) - y)};
}

/// The least rectangle that holds both.
constexpr Rect united(const Rect& a, const Rect& b) {
    if (a.empty()) return b;
    if (b.empty()) return a;
    const int x = std::min(a.x, b.x), y = std::min(a.y, b.y);
    return {x, y, std::max(a.right(), b.right()) - x, std::max(a.bottom(), b.bottom()) - y};
}

/// A point of the picture in pixels; pixel centres lie at half numbers.
struct Point {
    double x = 0, y = 0;
    friend bool operator==(const Point&, const Point&) = default;
};

/// A pixel of a picture.
struct Pixel {
    int x = 0, y = 0;
    friend bool operator==(const Pixel&, const Pixel&) = default;
};

/// The pixel that a point lies in. None for a point outside the picture, on its right and lower
/// edge, or that is no number. Every way from the screen to a pixel goes through here.
inline std::optional<Pixel> pixel_at(Size size, Point at) {
    if (!(at.x >= 0 && at.y >= 0 && at.x < size.width && at.y < size.height)) return std::nullopt;
    return Pixel{static_cast<int>(at.x), static_cast<int>(at.y)};
}
/// The pixel nearest to a point; the picture must have one.
inline Pixel nearest_pixel(Size size, Point at) {
    const auto within = [](double place, int sides) {
        return place >= 0 ? static_cast<int>(std::min(place, sides - 1.0)) : 0;
    };
    return {within(at.x, size.width), within(at.y, size.height)};
}

/// The size of a picture after `level` halvings, odd sizes rounded up.
constexpr Size halved(Size size, int level) {
    for (; level > 0; --level) size = {(size.width + 1) / 2, (size.height + 1) / 2};
    return size;
}

}  // namespace underpaint
