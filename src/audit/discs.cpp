// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/discs.h"

#include "audit/disc_steps.h"

namespace underpaint {

std::optional<double> disc_contrast(const FloatBlock& steps, const Point& centre, double radius) {
    return contrast_in(steps, steps.area().size(), centre, radius);
}

std::optional<double> disc_mean(const FloatBlock& steps, const Point& centre, double radius) {
    double sum = 0, pixels = 0;
    for_disc_rows(steps.area().size(), centre, radius,
                  [&](int y, std::size_t left, std::size_t count) {
                      for (const float step : steps.row(y).subspan(left, count)) sum += step;
                      pixels += static_cast<double>(count);
                  });
    return pixels > 0 ? std::optional(sum / pixels) : std::nullopt;
}

}  // namespace underpaint
