// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/ciede2000.h"

#include <cmath>
#include <numbers>

namespace underpaint {
namespace {

constexpr double kDegree = std::numbers::pi / 180.0;

double hue_of(double b, double a) {
    if (a == 0 && b == 0) return 0;
    const double h = std::atan2(b, a) / kDegree;
    return h < 0 ? h + 360.0 : h;
}

double pow7(double x) {
    const double x2 = x * x;
    return x2 * x2 * x2 * x;
}

/// sqrt(C^7 / (C^7 + 25^7)), which the formula uses twice.
double chroma_share(double c) {
    return std::sqrt(pow7(c) / (pow7(c) + pow7(25.0)));
}

}  // namespace

double ciede2000(const Lab& first, const Lab& second) {
    const double mean_c = (std::hypot(first.a, first.b) + std::hypot(second.a, second.b)) / 2;
    const double g = 0.5 * (1 - chroma_share(mean_c));
    const double a1 = (1 + g) * first.a, a2 = (1 + g) * second.a;
    const double c1 = std::hypot(a1, first.b), c2 = std::hypot(a2, second.b);
    const double h1 = hue_of(first.b, a1), h2 = hue_of(second.b, a2);

    double dh = 0, mean_h = h1 + h2;  // if one of the two is neutral, hue does not count
    if (c1 * c2 != 0) {
        dh = h2 - h1;
        if (dh > 180) dh -= 360;
        if (dh < -180) dh += 360;
        mean_h = (h1 + h2) / 2;
        if (std::fabs(h1 - h2) > 180) mean_h += h1 + h2 < 360 ? 180 : -180;
    }
    const double dl = second.l - first.l, dc = c2 - c1;
    const double dhh = 2 * std::sqrt(c1 * c2) * std::sin(dh / 2 * kDegree);

    const double ml = (first.l + second.l) / 2, mc = (c1 + c2) / 2;
    const double t =
        1 - 0.17 * std::cos((mean_h - 30) * kDegree) + 0.24 * std::cos(2 * mean_h * kDegree) +
        0.32 * std::cos((3 * mean_h + 6) * kDegree) - 0.20 * std::cos((4 * mean_h - 63) * kDegree);
    const double off50 = (ml - 50) * (ml - 50);
    const double sl = 1 + 0.015 * off50 / std::sqrt(20 + off50);
    const double sc = 1 + 0.045 * mc, sh = 1 + 0.015 * mc * t;
    const double blue = (mean_h - 275) / 25;
    const double rt = -2 * chroma_share(mc) * std::sin(60 * std::exp(-blue * blue) * kDegree);

    const double l = dl / sl, c = dc / sc, h = dhh / sh;
    return std::sqrt(l * l + c * c + h * h + rt * c * h);
}

}  // namespace underpaint
