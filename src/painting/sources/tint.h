// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string_view>

#include "colour/rgb.h"

namespace underpaint {

/// One colour everywhere the pass reaches.
struct Tint {
    Rgb colour;

    static constexpr std::string_view id = "tint", label = "plain tint";
    static constexpr bool has_place = false;
    bool reads_below() const { return false; }
    template <class Self, class Each>
    static void fields(Self& self, Each&& each) {
        each("colour", self.colour);
    }
    Rgb mean() const { return colour; }
    std::optional<Rgb> over(Rgb) const { return colour; }
    friend bool operator==(const Tint&, const Tint&) = default;
};

}  // namespace underpaint
