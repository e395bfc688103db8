// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string_view>

#include "painting/begins_as.h"
#include "raster/pyramid.h"

namespace underpaint {

class Reframer;

/// Painted colour: pixels with alpha, their top left corner at (x, y) of the painting. What lies
/// outside the painting stays in the file and is not seen.
struct Painted {
    SharedPicture pixels;
    int x = 0, y = 0;

    static constexpr std::string_view id = "painted", label = "painted colour";
    static constexpr bool has_frame = true;
    static constexpr bool brings_colour = true, own_colours = true;
    bool reads_below() const { return false; }
    template <class Self, class Each>
    static void fields(Self& self, Each&& each) {
        each("picture", self.pixels);
        each("x", self.x);
        each("y", self.y);
    }
    Rgb mean() const { return mean_of(*pixels); }
    std::optional<Rgb> over(Rgb) const { return std::nullopt; }
    void reframe(Reframer& reframer);
    static BeginsAs<Painted> begin(const NewPassOn& on);
    friend bool operator==(const Painted&, const Painted&) = default;
};

/// The same with pixels for every place of a painting of that size, to paint on; 16 bits, as a
/// light touch of a brush is less than one of 255 levels. Itself where it is so already.
Painted as_large_as(Size painting, const Painted& painted);
/// Nothing painted yet.
Painted unpainted_colour(Size painting);

}  // namespace underpaint
