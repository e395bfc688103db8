// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "vec.h"

/// Signed distances to simple solids, negative inside.
namespace underpaint::demo {

inline float box(Vec p, Vec half) {
    const Vec d{std::fabs(p.x) - half.x, std::fabs(p.y) - half.y, std::fabs(p.z) - half.z};
    const Vec outside{std::max(d.x, 0.0F), std::max(d.y, 0.0F), std::max(d.z, 0.0F)};
    return length(outside) + std::min(std::max({d.x, d.y, d.z}), 0.0F);
}
inline float ball(Vec p, float radius) {
    return length(p) - radius;
}
/// A stick from a to b.
inline float stick(Vec p, Vec a, Vec b, float radius) {
    const Vec along = b - a, from = p - a;
    const float t = std::clamp(dot(from, along) / dot(along, along), 0.0F, 1.0F);
    return length(from - along * t) - radius;
}
/// An upright post with the given half height, thinner toward the top by `taper` per metre.
inline float post(Vec p, float radius, float half, float taper = 0) {
    const float side = (std::hypot(p.x, p.z) - radius + taper * (p.y + half)) * 0.95F;
    return std::max(side, std::fabs(p.y) - half);
}
/// A ring lying in the x-y plane.
inline float ring(Vec p, float radius, float thick) {
    return std::hypot(std::hypot(p.x, p.y) - radius, p.z) - thick;
}

}  // namespace underpaint::demo
