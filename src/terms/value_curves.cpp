// SPDX-License-Identifier: GPL-3.0-or-later
#include "terms/value_curves.h"

#include <algorithm>
#include <cmath>

#include "colour/reader.h"

namespace underpaint {
namespace {

constexpr auto kEnds = shape_of(ValueScale::one_to_nine);

float encoded(double step) {
    const double inside = std::clamp<double>(step, kEnds.first, kEnds.last);
    return encoded_grey_of(lightness_of_step(static_cast<float>(inside)));
}

}  // namespace

CurvePoints curve_through(const std::function<double(double)>& to) {
    CurvePoints points;
    for (double step = kEnds.first; step <= kEnds.last; step += 0.5)
        points.push_back(curve_point(step, to(step)));
    return points;
}

CurvePoint curve_point(double step, double to) {
    return {encoded(step), encoded(to)};
}

double step_after(const CurvePoints& curve, double step) {
    const auto moved = static_cast<float>(curve_at(curve, encoded(step)));
    return step_of(read(Reader::lightness, grey(moved)));
}

CurvePoints shift_curve(double by) {
    by = std::clamp(by, -2.0, 2.0);
    return curve_through([by](double step) {
        const double t = (step - kEnds.first) / (kEnds.last - kEnds.first);
        return step + 4 * by * t * (1 - t);
    });
}

double shift_of(const CurvePoints& curve) {
    return step_after(curve, 5) - 5;
}

CurvePoints range_curve(const Range& from, const Range& to) {
    const bool flat = from.width() < 1e-3;
    const double slope = flat ? 1 : to.width() / from.width();
    const double centre_from = (from.darkest + from.lightest) / 2;
    const double centre_to = (to.darkest + to.lightest) / 2;
    return curve_through([&](double step) { return centre_to + slope * (step - centre_from); });
}

}  // namespace underpaint
