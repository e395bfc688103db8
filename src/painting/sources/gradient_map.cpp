// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/sources/gradient_map.h"

#include "painting/gradient_tools.h"

#include "colour/reader.h"

namespace underpaint {

std::optional<Rgb> GradientMap::over(Rgb found) const {
    if (of == MapOf::seal) return std::nullopt;
    return gradient_at(stops, static_cast<double>(read(Reader::lightness, found)) / 100, mixing);
}

/// Night to noon, each stop as light as where it stands.
BeginsAs<GradientMap> GradientMap::begin(const NewPassOn&) {
    const GradientStops stops = matched_to_values({{0.10F, {0.12F, 0.16F, 0.32F}},
                                                   {0.42F, {0.42F, 0.33F, 0.50F}},
                                                   {0.68F, {0.80F, 0.56F, 0.40F}},
                                                   {0.95F, {0.98F, 0.92F, 0.76F}}});
    return {"Gradient map",
            "A colour for each value",
            {stops, MapOf::seal, Mixing::oklab},
            BlendMode::color};
}

}  // namespace underpaint
