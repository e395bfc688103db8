// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/brief.h"

#include <algorithm>
#include <cmath>

namespace underpaint {
namespace {

constexpr int kMostMinutes = 24 * 60;

double share_in_range(double share) {
    return std::isfinite(share) ? std::clamp(share, 0.0, 1.0) : 0;
}

}  // namespace

std::optional<double> wanted_swing(const Brief& brief) {
    if (brief.light == Light::one_temperature) return 0;
    if (!brief.swing) return std::nullopt;
    return brief.light == Light::cool_lights ? -*brief.swing : *brief.swing;
}

Brief in_range(Brief brief) {
    if (brief.size && (brief.size->width < 1 || brief.size->height < 1)) brief.size.reset();
    if (brief.swing && !(*brief.swing > 0)) brief.swing.reset();
    // More than any two colours of sRGB have.
    if (brief.swing) brief.swing = std::min(*brief.swing, 50.0);
    if (brief.mother) brief.mother->share = share_in_range(brief.mother->share);
    if (brief.strongest) brief.strongest->area = share_in_range(brief.strongest->area);
    if (brief.thumbnails.size() > kMostThumbnails) brief.thumbnails.resize(kMostThumbnails);
    if (brief.chosen && *brief.chosen >= brief.thumbnails.size()) brief.chosen.reset();
    for (auto& [rule, value] : brief.rules) value = in_range(rule, value);
    const auto has = [&](const std::string& id) {
        return std::ranges::find(brief.route.steps, id, &RouteStep::id) != brief.route.steps.end();
    };
    for (RouteStep& step : brief.route.steps) {
        step.usual = std::clamp(step.usual, 0, 100 * kMostMinutes);
        step.drying = std::clamp(step.drying, 0, 365);
    }
    std::erase_if(brief.ticked, [&](const std::string& id) { return !has(id); });
    if (brief.in_hand && !has(*brief.in_hand)) brief.in_hand.reset();
    brief.days.minutes = std::clamp(brief.days.minutes, 0, kMostMinutes);
    brief.days.begins = std::clamp(brief.days.begins, 0, kMostMinutes - 1);
    std::erase_if(brief.days.off, [](unsigned day) { return day > 6; });
    return brief;
}

}  // namespace underpaint
