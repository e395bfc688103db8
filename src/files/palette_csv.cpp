// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/palette_csv.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>

#include "files/csv.h"
#include "palette/hex.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

std::string as_field(std::string_view text) {
    // A spreadsheet would run a text that begins like a formula.
    std::string safe(text);
    if (!safe.empty() && std::string_view("=+-@\t\r").find(safe.front()) != std::string_view::npos)
        safe.insert(safe.begin(), '\'');
    if (safe.find_first_of(",\"\r\n") == std::string::npos) return safe;
    std::string out = "\"";
    for (const char c : safe) out += c == '"' ? "\"\"" : std::string(1, c);
    return out + '"';
}

using Line = std::vector<std::string>;

constexpr std::size_t kMostLines = 10'000;

std::string trimmed(const std::string& text) {
    const auto first = text.find_first_not_of(" \t"), last = text.find_last_not_of(" \t");
    return first == std::string::npos ? std::string() : text.substr(first, last - first + 1);
}

struct Columns {
    std::optional<std::size_t> name, hex, wanted, accent;
};

std::optional<Columns> headings(const Line& line) {
    Columns columns;
    for (std::size_t i = 0; i < line.size(); ++i) {
        std::string word = trimmed(line[i]);
        std::ranges::transform(word, word.begin(), [](char c) {
            return c >= 'A' && c <= 'Z' ? static_cast<char>(c - 'A' + 'a') : c;
        });
        if (word == "name") columns.name = i;
        if (word == "hex" || word == "colour" || word == "color") columns.hex = i;
        if (word == "wanted") columns.wanted = i;
        if (word == "accent") columns.accent = i;
    }
    return columns.hex ? std::optional(columns) : std::nullopt;
}

std::optional<double> share_from(const std::string& text) {
    double value = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    const bool good = error == std::errc() && end == text.data() + text.size() && value >= 0;
    return good && value <= 1 ? std::optional(value) : std::nullopt;
}

}  // namespace

std::string write_palette_csv(const Palette& palette) {
    std::string text = "name,hex,wanted,accent\r\n";
    for (const PaletteColour& colour : palette.colours)
        text += fmt::format("{},{},{},{}\r\n", as_field(colour.name), hex(colour.colour),
                            colour.wanted ? fmt::format("{:.4g}", *colour.wanted) : "",
                            colour.accent ? "yes" : "");
    return text;
}

Result<ReadPalette> parse_palette_csv(const std::string& file, std::string_view text) {
    std::vector<Line> lines = parse_csv(text, kMostLines);
    ReadPalette read;
    Columns columns{{}, {}, {}, {}};
    std::size_t first = 0;
    if (!lines.empty())
        if (const auto found = headings(lines.front())) columns = *found, first = 1;
    for (std::size_t i = first; i < lines.size(); ++i) {
        const Line& line = lines[i];
        const auto field = [&](std::optional<std::size_t> at) {
            return at && *at < line.size() ? trimmed(line[*at]) : std::string();
        };
        std::optional<std::size_t> hex_at = columns.hex, name_at = columns.name;
        if (!hex_at) hex_at = line.size() > 1 ? 1 : 0, name_at = line.size() > 1 ? 0 : 99;
        const auto colour = rgb_from_hex(field(hex_at));
        if (!colour) {
            if (read.lost.size() < 20)
                read.lost.push_back(fmt::format("Line {} has no colour such as #d08c3e: \"{}\".",
                                                i + 1, shown_name(field(hex_at))));
            continue;
        }
        std::string name = field(name_at);
        if (name.size() > 1 && name.front() == '\'') name.erase(0, 1);
        add_colour(read, name, *colour, share_from(field(columns.wanted)),
                   field(columns.accent) == "yes");
    }
    if (read.colours.empty()) return trouble(file, "there is no colour in it.");
    return read;
}

}  // namespace underpaint
