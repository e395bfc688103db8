// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <optional>
#include <string_view>

#include "colour/rgb.h"
#include "painting/begins_as.h"
#include "terms/parameter.h"

namespace underpaint {

/// Colour that gathers toward the corners: none inside `inner`, full from `outer` on, both as
/// shares of the way from the middle to a corner.
struct Vignette {
    float inner = 0.5F, outer = 1;  ///< see kVignetteInner, kVignetteOuter
    Rgb colour;

    static constexpr std::string_view id = "vignette", label = "vignette";
    static constexpr bool has_frame = false;
    static constexpr bool brings_colour = false, own_colours = true;
    bool reads_below() const { return false; }
    template <class Self, class Each>
    static void fields(Self& self, Each&& each) {
        each(kVignetteInner, self.inner);
        each(kVignetteOuter, self.outer);
        each("colour", self.colour);
    }
    Rgb mean() const { return colour; }
    std::optional<Rgb> over(Rgb) const { return std::nullopt; }
    void settle() { outer = std::max(outer, inner); }
    static BeginsAs<Vignette> begin(const NewPassOn&) {
        constexpr Rgb dusk{0.10F, 0.10F, 0.18F};
        return {"Vignette",
                "Colour that gathers toward the corners",
                {0.5F, 1.05F, dusk},
                BlendMode::multiply,
                0.6F};
    }
    friend bool operator==(const Vignette&, const Vignette&) = default;
};

}  // namespace underpaint
