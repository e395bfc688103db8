// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>

namespace underpaint::demo {

/// A well-mixed 32-bit number of a 32-bit number.
std::uint32_t hash(std::uint32_t v);
/// 0..1 from whole coordinates.
float lattice(int x, int y, std::uint32_t seed);
/// Smooth value noise, 0..1, about one hill a unit.
float noise(float x, float y, std::uint32_t seed);
/// Four octaves of it, 0..1.
float clouds(float x, float y, std::uint32_t seed);
/// Distance to the border between the cells of a jittered grid, 0 on the border: dried salt.
float cell_border(float x, float y, std::uint32_t seed);

/// A small, fixed sequence of random numbers: the same picture on every machine.
class Dice {
public:
    explicit Dice(std::uint32_t seed) : state_(seed) {}
    float unit() { return static_cast<float>(state_ = hash(state_ + 0x9E3779B9U)) / 4294967296.0F; }
    float between(float low, float high) { return low + (high - low) * unit(); }

private:
    std::uint32_t state_;
};

}  // namespace underpaint::demo
