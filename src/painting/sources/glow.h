// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cmath>
#include <optional>
#include <string_view>

#include "colour/rgb.h"
#include "painting/begins_as.h"
#include "raster/geometry.h"
#include "terms/parameter.h"

namespace underpaint {

class Reframer;

/// Light round a point: full inside the core, gone at the radius.
struct Glow {
    Point centre;        ///< in pixels of the painting
    float radius = 100;  ///< see kGlowRadius
    float core = 0;      ///< see kGlowCore
    Rgb colour = grey(1);

    static constexpr std::string_view id = "glow", label = "glow";
    static constexpr bool has_frame = true;
    static constexpr bool brings_colour = false, own_colours = true;
    bool reads_below() const { return false; }
    template <class Self, class Each>
    static void fields(Self& self, Each&& each) {
        each("x", self.centre.x);
        each("y", self.centre.y);
        each(kGlowRadius, self.radius);
        each(kGlowCore, self.core);
        each("colour", self.colour);
    }
    Rgb mean() const { return colour; }
    std::optional<Rgb> over(Rgb) const { return std::nullopt; }
    void reframe(Reframer& reframer);
    static BeginsAs<Glow> begin(const NewPassOn& on) {
        constexpr Rgb lamp{1, 0.82F, 0.52F};
        const auto radius = static_cast<float>(std::round(on.long_side() / 6.0));
        return {"Glow",
                "Light round a point",
                {on.lead, kGlowRadius.clamp(radius), 0.1F, lamp},
                BlendMode::screen,
                0.5F};
    }
    friend bool operator==(const Glow&, const Glow&) = default;
};

}  // namespace underpaint
