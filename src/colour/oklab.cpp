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
    const float l = c.l + 0.3963377774F * c.a + 0.2158037573F * c.b;
    const float m = c.l - 0.1055613458F * c.a - 0.0638541728F * c.b;
    const float s = c.l - 0.0894841775F * c.a - 1.2914855480F * c.b;
    const float l3 = l * l * l, m3 = m * m * m, s3 = s * s * s;
    return {4.0767416621F * l3 - 3.3077115913F * m3 + 0.2309699292F * s3,
            -1.2684380046F * l3 + 2.6097574011F * m3 - 0.3413193965F * s3,
            -0.0041960863F * l3 - 0.7034186147F * m3 + 1.7076147010F * s3};
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
