// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

#include "colour/rgb.h"
#include "raster/geometry.h"

namespace underpaint {

/// One row of encoded pixels, a plane a channel, as the work is done.
struct RgbRow {
    std::span<float> r, g, b;
    Rgb operator[](std::size_t i) const { return {r[i], g[i], b[i]}; }
    void set(std::size_t i, Rgb c) const { r[i] = c.r, g[i] = c.g, b[i] = c.b; }
};
struct ConstRgbRow {
    std::span<const float> r, g, b;
    ConstRgbRow(std::span<const float> red, std::span<const float> green,
                std::span<const float> blue)
        : r(red), g(green), b(blue) {}
    ConstRgbRow(const RgbRow& row) : r(row.r), g(row.g), b(row.b) {}
    Rgb operator[](std::size_t i) const { return {r[i], g[i], b[i]}; }
};

/// A rectangle of float pixels taken out of a picture to work on.
class RgbBlock {
public:
    RgbBlock() = default;
    explicit RgbBlock(Rect area)
        : area_(area), samples_(3 * static_cast<std::size_t>(area.size().area())) {}

    const Rect& area() const { return area_; }
    /// Row `y`, counted from the top of the block.
    RgbRow row(int y) { return {plane_row(0, y), plane_row(1, y), plane_row(2, y)}; }
    ConstRgbRow row(int y) const { return {plane_row(0, y), plane_row(1, y), plane_row(2, y)}; }

private:
    std::size_t offset(int plane, int y) const {
        return (static_cast<std::size_t>(plane) * static_cast<std::size_t>(area_.height) +
                static_cast<std::size_t>(y)) *
               static_cast<std::size_t>(area_.width);
    }
    std::span<float> plane_row(int plane, int y) {
        return std::span(samples_).subspan(offset(plane, y), static_cast<std::size_t>(area_.width));
    }
    std::span<const float> plane_row(int plane, int y) const {
        return std::span(samples_).subspan(offset(plane, y), static_cast<std::size_t>(area_.width));
    }

    Rect area_;
    std::vector<float> samples_;
};

/// The same with one plane: a mask's coverage 0..1, or a step, or a drift.
class FloatBlock {
public:
    FloatBlock() = default;
    explicit FloatBlock(Rect area, float fill = 0)
        : area_(area), samples_(static_cast<std::size_t>(area.size().area()), fill) {}

    const Rect& area() const { return area_; }
    std::span<float> row(int y) { return std::span(samples_).subspan(offset(y), width()); }
    std::span<const float> row(int y) const {
        return std::span(samples_).subspan(offset(y), width());
    }
    std::span<const float> samples() const { return samples_; }
    std::span<float> samples() { return samples_; }

private:
    std::size_t width() const { return static_cast<std::size_t>(area_.width); }
    std::size_t offset(int y) const { return static_cast<std::size_t>(y) * width(); }

    Rect area_;
    std::vector<float> samples_;
};

}  // namespace underpaint
