// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <optional>
#include <string_view>

#include "colour/rgb.h"
#include "painting/parameter.h"

namespace underpaint {

/// Neutral noise round middle grey, the same for a seed wherever and however large it is seen.
struct Grain {
    std::uint32_t seed = 1;
    float size = 2;       ///< see kGrainSize
    float amount = 0.2F;  ///< see kGrainAmount

    static constexpr std::string_view id = "grain", label = "grain";
    static constexpr bool has_place = false;
    bool reads_below() const { return false; }
    template <class Self, class Each>
    static void fields(Self& self, Each&& each) {
        each("seed", self.seed);
        each(kGrainSize, self.size);
        each(kGrainAmount, self.amount);
    }
    Rgb mean() const { return grey(0.5F); }
    std::optional<Rgb> over(Rgb) const { return std::nullopt; }
    friend bool operator==(const Grain&, const Grain&) = default;
};

}  // namespace underpaint
