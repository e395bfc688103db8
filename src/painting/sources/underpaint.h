// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string_view>

#include "colour/rgb.h"
#include "painting/begins_as.h"

namespace underpaint {

/// The sealed picture once more.
struct Underpaint {
    static constexpr std::string_view id = "underpaint", label = "underpaint";
    static constexpr bool has_frame = false;
    static constexpr bool brings_colour = false, own_colours = false;
    bool reads_below() const { return false; }
    template <class Self, class Each>
    static void fields(Self&, Each&&) {}
    Rgb mean() const { return grey(0.5F); }
    std::optional<Rgb> over(Rgb) const { return std::nullopt; }
    static BeginsAs<Underpaint> begin(const NewPassOn&) {
        return {
            "Underpaint", "The sealed greys once more, multiplied", {}, BlendMode::multiply, 0.5F};
    }
    friend bool operator==(const Underpaint&, const Underpaint&) = default;
};

}  // namespace underpaint
