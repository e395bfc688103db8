// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/design_tokens.h"

#include <fmt/format.h>

#include <cmath>

#include "colour/reader.h"
#include "colour/value_scale.h"
#include "files/json.h"

namespace underpaint {

std::string hex(Rgb colour) {
    const auto level = [](float v) { return std::lround(255 * unit(v)); };
    return fmt::format("#{:02x}{:02x}{:02x}", level(colour.r), level(colour.g), level(colour.b));
}

std::string write_tokens(std::string_view name, std::span<const Swatch> palette) {
    Json tokens{{"$description", name}, {"palette", {{"$type", "color"}}}};
    int number = 0;
    for (const Swatch& swatch : palette) {
        const Rgb& c = swatch.colour;
        tokens["palette"][fmt::format("colour-{}", ++number)] = {
            {"$value", {{"colorSpace", "srgb"}, {"components", {c.r, c.g, c.b}}, {"hex", hex(c)}}},
            {"$description", fmt::format("{:.1f}% of the picture, step {:.1f}", 100 * swatch.share,
                                         step_of(read(Reader::lightness, c)))}};
    }
    return text_of(tokens);
}

}  // namespace underpaint
