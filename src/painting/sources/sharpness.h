// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string_view>

#include "colour/rgb.h"
#include "painting/begins_as.h"
#include "terms/parameter.h"

namespace underpaint {

class Reframer;

/// The state below with its edges softened or sharpened: state + amount x (ground - blurred
/// ground), so that -1 gives the blurred ground and above 0 is an unsharp mask.
struct Sharpness {
    float radius = 3;   ///< see kSharpnessRadius
    float amount = -1;  ///< see kSharpnessAmount

    static constexpr std::string_view id = "sharpness", label = "sharpness";
    static constexpr bool has_frame = true;
    static constexpr bool brings_colour = false, own_colours = false;
    bool reads_below() const { return true; }
    template <class Self, class Each>
    static void fields(Self& self, Each&& each) {
        each(kSharpnessRadius, self.radius);
        each(kSharpnessAmount, self.amount);
    }
    Rgb mean() const { return grey(0.5F); }
    std::optional<Rgb> over(Rgb) const { return std::nullopt; }
    void reframe(Reframer& reframer);
    static BeginsAs<Sharpness> begin(const NewPassOn& on) {
        const auto radius = static_cast<float>(on.long_side() / 400.0);
        return {"Soften or sharpen",
                "Edges of the sealed greys, softer or harder",
                {kSharpnessRadius.clamp(radius), -1},
                BlendMode::normal};
    }
    friend bool operator==(const Sharpness&, const Sharpness&) = default;
};

}  // namespace underpaint
