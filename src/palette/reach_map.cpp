// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/reach_map.h"

namespace underpaint {

ReachMap::ReachMap(std::shared_ptr<const TubeReach> reach)
    : reach_(std::move(reach)), known_(static_cast<std::size_t>(kLevels) * kLevels * kLevels) {}

bool ReachMap::reaches(Rgb colour) const {
    enum : std::uint8_t { unknown, beyond, within };
    const auto level = [](float v) { return static_cast<int>(unit(v) * (kLevels - 1) + 0.5F); };
    const int r = level(colour.r), g = level(colour.g), b = level(colour.b);
    auto& known = known_[static_cast<std::size_t>((r * kLevels + g) * kLevels + b)];
    if (const std::uint8_t is = known.load(std::memory_order_relaxed); is != unknown)
        return is == within;
    const auto channel = [](int v) { return static_cast<float>(v) / (kLevels - 1); };
    const bool is = reach_->reaches(lab(Rgb{channel(r), channel(g), channel(b)}));
    known.store(is ? within : beyond, std::memory_order_relaxed);
    return is;
}

}  // namespace underpaint
