// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string_view>

#include "colour/rgb.h"
#include "painting/begins_as.h"

namespace underpaint {

/// One colour everywhere the pass reaches.
struct Tint {
    Rgb colour;

    static constexpr std::string_view id = "tint", label = "plain tint";
    static constexpr bool has_frame = false;
    static constexpr bool brings_colour = true, own_colours = true;
    bool reads_below() const { return false; }
    template <class Self, class Each>
    static void fields(Self& self, Each&& each) {
        each("colour", self.colour);
    }
    Rgb mean() const { return colour; }
    std::optional<Rgb> over(Rgb) const { return colour; }
    static BeginsAs<Tint> begin(const NewPassOn& on) {
        constexpr Rgb ochre{176 / 255.0F, 124 / 255.0F, 84 / 255.0F};
        return {"Plain tint",
                "One colour, at the values that it finds",
                {ochre},
                on.flat ? BlendMode::normal : BlendMode::true_colour};
    }
    friend bool operator==(const Tint&, const Tint&) = default;
};

}  // namespace underpaint
