// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/gamut_on_diamond.h"

#include <cmath>

#include "blend/temperature.h"
#include "colour/intensity.h"

namespace underpaint {

const GamutTable& gamut_on_diamond() {
    static const GamutTable table = [] {
        std::vector<std::vector<float>> by_turn;
        for (int turn = 0; turn < GamutTable::kTurns; ++turn)
            by_turn.push_back(
                gamut_chromas(hue_on_diamond(static_cast<double>(turn) / GamutTable::kTurns),
                              GamutTable::kLights));
        const auto packed = [&](int turn, std::size_t light) {
            const float chroma =
                by_turn[static_cast<std::size_t>(turn % GamutTable::kTurns)][light];
            return static_cast<std::uint32_t>(std::lround(chroma * GamutTable::kUnit));
        };
        GamutTable made;
        for (int turn = 0; turn <= GamutTable::kTurns; ++turn)
            for (std::size_t light = 0; light < GamutTable::kLights; ++light)
                made.pairs.push_back(
                    static_cast<std::int32_t>(packed(turn, light) | packed(turn + 1, light) << 16));
        return made;
    }();
    return table;
}

}  // namespace underpaint
