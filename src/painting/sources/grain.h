// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cstdint>
#include <optional>
#include <string_view>

#include "colour/rgb.h"
#include "painting/begins_as.h"
#include "terms/parameter.h"

namespace underpaint {

class Reframer;

/// Neutral noise round middle grey, the same for a seed wherever and however large it is seen.
struct Grain {
    std::uint32_t seed = 1;
    float size = 2;       ///< see kGrainSize
    float amount = 0.2F;  ///< see kGrainAmount

    static constexpr std::string_view id = "grain", label = "grain";
    static constexpr bool has_frame = true;
    static constexpr bool brings_colour = false, own_colours = false;
    bool reads_below() const { return false; }
    template <class Self, class Each>
    static void fields(Self& self, Each&& each) {
        each("seed", self.seed);
        each(kGrainSize, self.size);
        each(kGrainAmount, self.amount);
    }
    Rgb mean() const { return grey(0.5F); }
    std::optional<Rgb> over(Rgb) const { return std::nullopt; }
    void reframe(Reframer& reframer);
    static BeginsAs<Grain> begin(const NewPassOn& on) {
        const auto side = static_cast<float>(on.long_side());
        return {"Grain",
                "Neutral noise, to break up what is too smooth",
                {1, std::max(1.0F, side / 800), 0.25F},
                BlendMode::soft_light,
                0.5F};
    }
    friend bool operator==(const Grain&, const Grain&) = default;
};

}  // namespace underpaint
