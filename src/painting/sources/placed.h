// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string_view>

#include "painting/begins_as.h"
#include "painting/placement.h"
#include "raster/pyramid.h"
#include "terms/parameter.h"

namespace underpaint {

class Reframer;

/// Another picture, laid over the painting; nothing where it does not reach.
struct Placed {
    SharedPicture pixels;
    Placement placement;

    static constexpr std::string_view id = "picture", label = "picture";
    static constexpr bool has_frame = true;
    static constexpr bool brings_colour = true, own_colours = true;
    bool reads_below() const { return false; }
    template <class Self, class Each>
    static void fields(Self& self, Each&& each) {
        auto& p = self.placement;
        each("picture", self.pixels);
        each("mirrored", p.mirrored);
        each("upended", p.upended);
        each("quarter_turns", p.quarter_turns);
        each(kPlacedScale, p.scale);
        each("x", p.x);
        each("y", p.y);
    }
    Rgb mean() const { return mean_of(*pixels); }
    std::optional<Rgb> over(Rgb) const { return std::nullopt; }
    void settle() { placement.quarter_turns = (placement.quarter_turns % 4 + 4) % 4; }
    void reframe(Reframer& reframer);
    static BeginsWithAPicture begin(const NewPassOn&) { return {}; }
    friend bool operator==(const Placed&, const Placed&) = default;
};

}  // namespace underpaint
