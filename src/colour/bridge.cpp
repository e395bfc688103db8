// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/bridge.h"

#include <algorithm>
#include <cmath>

#include "colour/colour_at.h"
#include "colour/intensity.h"
#include "colour/srgb.h"

namespace underpaint {

std::vector<Rgb> bridge(Rgb from, Rgb to, int greys, Reader reader) {
    greys = std::clamp(greys, 1, kMostBridge);
    const OkLab a = oklab(decode(from)), b = oklab(decode(to));
    const float light_from = read(reader, from), light_to = read(reader, to);
    std::vector<Rgb> made;
    for (int i = 1; i <= greys; ++i) {
        const float t = static_cast<float>(i) / static_cast<float>(greys + 1);
        const OkLch way =
            oklch(OkLab{std::lerp(a.l, b.l, t), std::lerp(a.a, b.a, t), std::lerp(a.b, b.b, t)});
        made.push_back(colour_at(way.h, std::lerp(light_from, light_to, t),
                                 std::min(intensity(way), kBridgeIntensity), reader));
    }
    return made;
}

}  // namespace underpaint
