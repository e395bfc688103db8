// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <array>
#include <cassert>
#include <functional>
#include <span>
#include <vector>

#include "colour/rgb.h"

namespace underpaint {

/// A function of 0..1 kept as straight pieces of equal length: curves, gradients, temperature.
class Table {
public:
    Table(int pieces, const std::function<double(double)>& f) : pieces_(pieces) {
        assert(pieces > 0);
        for (int i = 0; i <= pieces; ++i)
            points_.push_back(static_cast<float>(f(static_cast<double>(i) / pieces)));
        points_.push_back(points_.back());  // so that 1 has a piece to stand on
    }

    /// Anything outside 0..1 is read at the nearest end, NaN at 0.
    float operator()(float x) const {
        const float at = (x > 0 ? std::min(x, 1.0F) : 0.0F) * static_cast<float>(pieces_);
        const auto i = static_cast<std::size_t>(at);
        return points_[i] + (at - static_cast<float>(i)) * (points_[i + 1] - points_[i]);
    }

    int pieces() const { return pieces_; }
    /// pieces() + 2 of them, the last one twice.
    std::span<const float> points() const { return points_; }

    friend bool operator==(const Table&, const Table&) = default;

private:
    int pieces_;
    std::vector<float> points_;
};

/// Three such functions of one number, read together: the channels of a gradient's colour.
class ColourTable {
public:
    ColourTable(int pieces, const std::function<Rgb(double)>& f) : pieces_(pieces) {
        assert(pieces > 0);
        for (int i = 0; i <= pieces; ++i) {
            const Rgb colour = f(static_cast<double>(i) / pieces);
            points_.push_back({colour.r, colour.g, colour.b, 0});
        }
        points_.push_back(points_.back());
    }

    /// Each channel as Table reads it.
    Rgb operator()(float x) const {
        const float at = (x > 0 ? std::min(x, 1.0F) : 0.0F) * static_cast<float>(pieces_);
        const auto i = static_cast<std::size_t>(at);
        const auto channel = [&](std::size_t c) {
            return points_[i][c] +
                   (at - static_cast<float>(i)) * (points_[i + 1][c] - points_[i][c]);
        };
        return {channel(0), channel(1), channel(2)};
    }

    int pieces() const { return pieces_; }
    /// pieces() + 2 of them, the last one twice: red, green, blue and a 0 that makes them four, as
    /// vectors are loaded.
    std::span<const std::array<float, 4>> points() const { return points_; }

private:
    int pieces_;
    std::vector<std::array<float, 4>> points_;
};

}  // namespace underpaint
