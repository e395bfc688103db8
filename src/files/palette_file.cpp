// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/palette_file.h"

#include <fmt/format.h>

#include "files/design_tokens.h"
#include "files/limits.h"
#include "files/palette_csv.h"
#include "terms/shown_name.h"

namespace underpaint {

std::string palette_name(std::string_view as_read, std::size_t number) {
    const std::string name = valid_utf8(as_read);
    std::size_t length = std::min(name.size(), kMostNameBytes);
    // Never in the middle of a UTF-8 character, whose later bytes are 10xxxxxx.
    while (length > 0 && length < name.size() &&
           (static_cast<unsigned char>(name[length]) & 0xC0) == 0x80)
        --length;
    return length == 0 ? fmt::format("Colour {}", number) : name.substr(0, length);
}

void add_colour(ReadPalette& read, std::string_view name, Rgb colour, std::optional<double> wanted,
                bool accent) {
    const std::size_t number = read.colours.size() + 1;
    if (number > kMostColours) {
        if (number == kMostColours + 1 && (read.lost.empty() || !read.lost.back().starts_with("A")))
            read.lost.push_back(
                fmt::format("A palette holds {} colours; the others were left out.", kMostColours));
        return;
    }
    PaletteColour& added = read.colours.emplace_back();
    added.id = static_cast<ColourId>(number);
    added.name = palette_name(name, number);
    added.colour = {unit(colour.r), unit(colour.g), unit(colour.b)};
    added.from = "from a file";
    added.wanted = wanted;
    added.accent = accent;
}

Result<ReadPalette> parse_palette(const std::string& file, std::string_view text) {
    if (text.size() > kMaxTextBytes) return trouble(file, "it is too large for a palette.");
    const auto first = text.find_first_not_of(" \t\r\n");
    if (first == std::string_view::npos) return trouble(file, "it is empty.");
    return text.substr(first).starts_with('{') ? parse_tokens(file, text)
                                               : parse_palette_csv(file, text);
}

}  // namespace underpaint
