// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace underpaint {

/// A colour as sRGB stores it: non-linear ("encoded") channels, 0..1.
struct Rgb {
    float r = 0, g = 0, b = 0;
    friend bool operator==(const Rgb&, const Rgb&) = default;
};

/// The same primaries in proportion to light. 0..1 inside the sRGB gamut, outside it beyond.
struct LinearRgb {
    float r = 0, g = 0, b = 0;
    friend bool operator==(const LinearRgb&, const LinearRgb&) = default;
};

/// A channel brought into 0..1; what is no number becomes 0.
constexpr float unit(float v) {
    return v > 0 ? (v < 1 ? v : 1) : 0;
}

/// A neutral of encoded value `v`.
constexpr Rgb grey(float v) {
    return {v, v, v};
}

}  // namespace underpaint
