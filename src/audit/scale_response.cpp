// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/scale_response.h"

namespace underpaint {

std::vector<ScalePoint> scale_response(const Pass& pass, Reader reader, int points) {
    const Rgb colour = mean_colour(pass.source);
    std::vector<ScalePoint> curve;
    for (int i = 0; i < points; ++i) {
        const float step = 1 + 8 * static_cast<float>(i) / static_cast<float>(points - 1);
        const Rgb found = grey(encoded_grey_of(lightness_of_step(step)));
        const float alpha = pass.on ? pass.strength * coverage(pass.reach.band, step) : 0;
        const Rgb now = lay({pass.blend, pass.hold}, found, colour, alpha);
        curve.push_back({step, step_of(read(reader, now)) - step_of(read(reader, found))});
    }
    return curve;
}

}  // namespace underpaint
