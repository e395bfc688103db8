// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/temperature.h"

#include <cmath>
#include <numbers>

#include "colour/warmth.h"

namespace underpaint {

float hue_on_diamond(double turn) {
    const double q = turn * 4, t = q - std::floor(q);
    const int quarter = static_cast<int>(q) % 4;
    double a = 1 - t, b = t;
    if (quarter % 2 == 1) a = -t, b = 1 - t;
    if (quarter >= 2) a = -a, b = -b;
    return static_cast<float>(std::atan2(b, a) * 180 / std::numbers::pi);
}

const Table& temperature_on_diamond() {
    static const Table table(4096,
                             [](double turn) { return temperature_of_hue(hue_on_diamond(turn)); });
    return table;
}

}  // namespace underpaint
