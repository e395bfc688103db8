// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <array>
#include <cmath>

/// The transfer curves as tables with straight pieces between, for use on whole rows. Each stays
/// within the tolerance that its test reads from here; the exact functions stand in colour/.
namespace underpaint::fast {

/// Encoded or linear units, and, divided by 100, L* and warmth.
inline constexpr float kTolerance = 2e-5F;

template <int pieces>
class Curve {
public:
    template <class F>
    explicit Curve(F f) {
        for (int i = 0; i <= pieces; ++i) points_[i] = static_cast<float>(f(double(i) / pieces));
        points_[pieces + 1] = points_[pieces];
    }
    /// x in 0..1; anything outside, NaN too, is read at the nearest end (NaN: at 0).
    float operator()(float x) const {
        const float at = (x > 0 ? std::min(x, 1.0F) : 0.0F) * pieces;
        const int i = static_cast<int>(at);
        return points_[i] + (at - static_cast<float>(i)) * (points_[i + 1] - points_[i]);
    }

private:
    std::array<float, pieces + 2> points_;
};

// The tables; filled when the program starts. Roots are tabled over the square root, where they are
// smooth.
extern const Curve<4096> kDecode, kEncodeOfRoot, kLightnessOfRoot, kCubeRootOfRoot, kTemperature;

/// sRGB decode and encode, 0..1.
inline float decode(float encoded) {
    return kDecode(encoded);
}
float encode_near_black(float linear);
inline float encode(float linear) {
    return linear < 0.004F ? encode_near_black(linear) : kEncodeOfRoot(std::sqrt(linear));
}
/// L* 0..100 of a luminance 0..1.
float lightness_near_black(float luminance);
inline float lightness(float luminance) {
    return luminance < 0.0098F ? lightness_near_black(luminance)
                               : kLightnessOfRoot(std::sqrt(luminance));
}
/// Cube root, 0..1.
inline float cube_root(float v) {
    return v < 0.002F ? std::cbrt(v) : kCubeRootOfRoot(std::sqrt(v));
}
/// Temperature -1..+1 of the OKLab hue of (a, b); 0 when both are 0.
inline float temperature(float a, float b) {
    // Round the diamond |a| + |b| = 1 instead of the circle, which spares the arc tangent.
    const float sum = std::fabs(a) + std::fabs(b);
    if (sum <= 0) return 0;
    float turn = std::fabs(b) / sum;
    if (a < 0) turn = 2 - turn;
    if (b < 0) turn = 4 - turn;
    return kTemperature(turn / 4);
}

}  // namespace underpaint::fast
