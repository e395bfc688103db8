// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "painting/palette.h"
#include "terms/result.h"

namespace underpaint {

/// Colours read from a file, numbered from 1, no more than kMostColours.
struct ReadPalette {
    std::vector<PaletteColour> colours;
    std::vector<std::string> lost;  ///< what could not be read, a sentence each
};

/// Characters of a name that are kept.
inline constexpr std::size_t kMostNameBytes = 200;
/// The name as UTF-8 cut to that, at a whole character, or "Colour 3" for an empty one.
std::string palette_name(std::string_view as_read, std::size_t number);
/// Adds a colour, or says once that there are too many.
void add_colour(ReadPalette& read, std::string_view name, Rgb colour,
                std::optional<double> wanted = {}, bool accent = false);

/// Design tokens, or else comma-separated values, by what the text begins with.
[[nodiscard]] Result<ReadPalette> parse_palette(const std::string& file, std::string_view text);

}  // namespace underpaint
