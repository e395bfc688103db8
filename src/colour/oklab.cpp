// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/oklab.h"

#include <cmath>
#include <numbers>

namespace underpaint {

namespace {

float dot(const float (&row)[3], float a, float b, float c) {
    return row[0] * a + row[1] * b + row[2] * c;
}

}  // namespace

OkLab oklab(LinearRgb c) {
    const auto root = [&](const float(&row)[3]) { return std::cbrt(dot(row, c.r, c.g, c.b)); };
    const float l = root(kConesOfRgb[0]), m = root(kConesOfRgb[1]), s = root(kConesOfRgb[2]);
    return {dot(kOkLabOfRoots[0], l, m, s), dot(kOkLabOfRoots[1], l, m, s),
            dot(kOkLabOfRoots[2], l, m, s)};
}

LinearRgb linear_rgb(OkLab c) {
    const auto cube = [&](const float(&row)[3]) {
        const float root = dot(row, c.l, c.a, c.b);
        return root * root * root;
    };
    const float l = cube(kRootsOfOkLab[0]), m = cube(kRootsOfOkLab[1]), s = cube(kRootsOfOkLab[2]);
    return {dot(kRgbOfCones[0], l, m, s), dot(kRgbOfCones[1], l, m, s),
            dot(kRgbOfCones[2], l, m, s)};
}

OkLch oklch(OkLab c) {
    float h = std::atan2(c.b, c.a) * 180.0F / std::numbers::pi_v<float>;
    if (h < 0) h += 360.0F;
    return {c.l, std::hypot(c.a, c.b), h};
}

OkLab oklab(OkLch c) {
    const float h = c.h * std::numbers::pi_v<float> / 180.0F;
    return {c.l, c.c * std::cos(h), c.c * std::sin(h)};
}

}  // namespace underpaint
