// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/range_pull.h"

#include <algorithm>
#include <cmath>

#include "audit/scale_response.h"

namespace underpaint {

std::optional<RangePull> range_pull(const Painting& painting, std::size_t pass, const Range& found,
                                    Reader reader) {
    constexpr int per_step = 100, points = 8 * per_step + 1;
    const BlendMode blend = painting.passes[pass].blend;
    if (blend != BlendMode::darken && blend != BlendMode::lighten) return std::nullopt;
    if (!is_same_everywhere(painting, pass)) return std::nullopt;
    const auto curve = *scale_response(painting, pass, reader, points);
    const auto acts = [](const ScalePoint& point) {
        return std::fabs(static_cast<double>(point.drift)) >= kActs;
    };
    RangePull pull;
    pull.from_light = blend == BlendMode::darken;
    if (pull.from_light) {
        const auto first = std::ranges::find_if(curve, acts);
        if (first == curve.end()) return std::nullopt;
        pull.begins = static_cast<double>(first->step);
    } else {
        const auto last = std::find_if(curve.rbegin(), curve.rend(), acts);
        if (last == curve.rend()) return std::nullopt;
        pull.begins = static_cast<double>(last->step);
    }
    pull.was = pull.from_light ? found.lightest : found.darkest;
    const auto at = std::clamp(std::lround((pull.was - 1) * per_step), 0L, points - 1L);
    pull.is = pull.was + static_cast<double>(curve[static_cast<std::size_t>(at)].drift);
    return pull;
}

}  // namespace underpaint
