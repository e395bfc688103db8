// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/part_map.h"

#include <algorithm>
#include <map>

namespace underpaint {

PartMap part_map(const Painting& painting, const ViewingGrid& grid, int level) {
    PartMap map{grid.size(), {}};
    const auto pixels = static_cast<std::size_t>(map.size.area());
    map.parts.assign(pixels, PartMap::kNone);
    constexpr float least = 0.25F;
    std::vector<float> most(pixels, least);
    FloatBlock cover(rect_of(map.size));
    for (std::size_t part = 0; part < painting.parts.size(); ++part) {
        if (!grid.cover(*painting.parts[part].mask->level(level), cover.area(), cover)) continue;
        const auto samples = cover.samples();
        for (std::size_t i = 0; i < pixels; ++i)
            if (samples[i] > most[i] || (samples[i] == least && map.parts[i] == PartMap::kNone))
                most[i] = samples[i], map.parts[i] = static_cast<std::int16_t>(part);
    }
    return map;
}

std::vector<std::pair<std::size_t, std::size_t>> neighbours_in(const PartMap& map, double pixel) {
    std::map<std::pair<std::int16_t, std::int16_t>, double> borders;
    const auto meet = [&](std::int16_t a, std::int16_t b) {
        if (a != b && a != PartMap::kNone && b != PartMap::kNone)
            borders[std::minmax(a, b)] += pixel;
    };
    for (int y = 0; y < map.size.height; ++y)
        for (int x = 0; x < map.size.width; ++x) {
            if (x + 1 < map.size.width) meet(map.at(x, y), map.at(x + 1, y));
            if (y + 1 < map.size.height) meet(map.at(x, y), map.at(x, y + 1));
        }
    std::vector<std::pair<std::size_t, std::size_t>> pairs;
    for (const auto& [pair, length] : borders)
        if (length >= kNeighbourBorder)
            pairs.emplace_back(static_cast<std::size_t>(pair.first),
                               static_cast<std::size_t>(pair.second));
    return pairs;
}

}  // namespace underpaint
