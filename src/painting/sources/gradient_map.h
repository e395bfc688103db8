// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string_view>

#include "painting/begins_as.h"
#include "painting/gradient.h"

namespace underpaint {

enum class MapOf { below, seal };

/// A colour for each lightness: a gradient read at L* / 100 of the seal or of what lies below.
struct GradientMap {
    GradientStops stops;
    MapOf of = MapOf::below;
    Mixing mixing = Mixing::encoded;

    static constexpr std::string_view id = "gradient-map", label = "gradient map";
    static constexpr bool has_frame = false;
    static constexpr bool brings_colour = true, own_colours = true;
    bool reads_below() const { return of == MapOf::below; }
    template <class Self, class Each>
    static void fields(Self& self, Each&& each) {
        each("of", self.of);
        each("mixing", self.mixing);
        each("stops", self.stops);
    }
    Rgb mean() const { return gradient_at(stops, 0.5, mixing); }
    std::optional<Rgb> over(Rgb found) const;
    static BeginsAs<GradientMap> begin(const NewPassOn& on);
    friend bool operator==(const GradientMap&, const GradientMap&) = default;
};

}  // namespace underpaint
