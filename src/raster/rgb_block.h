// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <vector>

#include "colour/rgb.h"
#include "raster/cache_aligned.h"
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
    /// Another rectangle; what the pixels hold then is not said. Memory is kept for the next time.
    void reshape(const Rect& area) {
        area_ = area;
        const auto count = 3 * static_cast<std::size_t>(area.size().area());
        if (samples_.size() < count) samples_.resize(count);
    }
    std::size_t bytes() const { return samples_.capacity() * sizeof(float); }

    /// All rows as one: they lie one after the other.
    RgbRow all() { return {plane(0), plane(1), plane(2)}; }
    ConstRgbRow all() const { return {plane(0), plane(1), plane(2)}; }
    /// Row `y`, counted from the top of the block.
    RgbRow row(int y) { return {plane_row(0, y), plane_row(1, y), plane_row(2, y)}; }
    ConstRgbRow row(int y) const { return {plane_row(0, y), plane_row(1, y), plane_row(2, y)}; }

private:
    std::size_t width() const { return static_cast<std::size_t>(area_.width); }
    std::size_t count() const { return static_cast<std::size_t>(area_.size().area()); }
    std::span<float> plane(std::size_t c) {
        return std::span(samples_).subspan(c * count(), count());
    }
    std::span<const float> plane(std::size_t c) const {
        return std::span(samples_).subspan(c * count(), count());
    }
    std::span<float> plane_row(std::size_t c, int y) {
        return plane(c).subspan(static_cast<std::size_t>(y) * width(), width());
    }
    std::span<const float> plane_row(std::size_t c, int y) const {
        return plane(c).subspan(static_cast<std::size_t>(y) * width(), width());
    }

    Rect area_;
    AlignedFloats samples_;
};

/// The same with one plane: a mask's coverage 0..1, or a step, or a drift.
class FloatBlock {
public:
    FloatBlock() = default;
    explicit FloatBlock(Rect area, float fill = 0)
        : area_(area), samples_(static_cast<std::size_t>(area.size().area()), fill) {}

    const Rect& area() const { return area_; }
    /// See RgbBlock.
    void reshape(const Rect& area) {
        area_ = area;
        const auto count = static_cast<std::size_t>(area.size().area());
        if (samples_.size() < count) samples_.resize(count);
    }
    std::span<float> row(int y) { return std::span(samples_).subspan(offset(y), width()); }
    std::span<const float> row(int y) const {
        return std::span(samples_).subspan(offset(y), width());
    }
    std::span<const float> samples() const { return std::span(samples_).first(count()); }
    std::span<float> samples() { return std::span(samples_).first(count()); }

private:
    std::size_t width() const { return static_cast<std::size_t>(area_.width); }
    std::size_t count() const { return static_cast<std::size_t>(area_.size().area()); }
    std::size_t offset(int y) const { return static_cast<std::size_t>(y) * width(); }

    Rect area_;
    AlignedFloats samples_;
};

}  // namespace underpaint
