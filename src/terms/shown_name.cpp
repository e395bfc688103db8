// SPDX-License-Identifier: GPL-3.0-or-later
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr std::string_view kBroken = "\xEF\xBF\xBD", kEllipsis = "\xE2\x80\xA6";

/// The bytes of the character that begins `text`, 0 when it is none. RFC 3629, 4.
std::size_t length_of(std::string_view text) {
    const auto byte = [&](std::size_t i) { return static_cast<unsigned char>(text[i]); };
    const unsigned first = byte(0);
    const std::size_t length = first < 0x80                     ? 1
                               : first >= 0xC2 && first <= 0xDF ? 2
                               : first >= 0xE0 && first <= 0xEF ? 3
                               : first >= 0xF0 && first <= 0xF4 ? 4
                                                                : 0;
    if (length == 0 || length > text.size()) return 0;
    for (std::size_t i = 1; i < length; ++i)
        if ((byte(i) & 0xC0) != 0x80) return 0;
    // Overlong, a lone surrogate, or beyond the last code point.
    const unsigned second = length > 1 ? byte(1) : 0;
    if ((first == 0xE0 && second < 0xA0) || (first == 0xED && second > 0x9F) ||
        (first == 0xF0 && second < 0x90) || (first == 0xF4 && second > 0x8F))
        return 0;
    return length;
}

char32_t code_of(std::string_view character) {
    if (character.size() == 1) return static_cast<unsigned char>(character[0]);
    char32_t code = static_cast<unsigned char>(character[0]) & (0x7FU >> character.size());
    for (const char c : character.substr(1))
        code = code << 6 | (static_cast<unsigned char>(c) & 0x3FU);
    return code;
}

bool is_control(char32_t c) {
    return c < 0x20 || (c >= 0x7F && c < 0xA0) || c == 0x2028 || c == 0x2029;
}
bool turns_text(char32_t c) {
    return c == 0x061C || c == 0x200E || c == 0x200F || (c >= 0x202A && c <= 0x202E) ||
           (c >= 0x2066 && c <= 0x2069);
}

/// Gives `act` each character, or a byte that is none, and whether it is one, until it says no.
template <class Act>
void for_each_character(std::string_view text, Act act) {
    while (!text.empty()) {
        const std::size_t length = length_of(text);
        const std::size_t taken = length == 0 ? 1 : length;
        if (!act(text.substr(0, taken), length != 0)) return;
        text.remove_prefix(taken);
    }
}

/// At most so many characters of it.
std::string cleaned(std::string_view name, std::size_t most) {
    std::string shown;
    std::size_t count = 0;
    for_each_character(name, [&](std::string_view character, bool whole) {
        if (count++ == most) {
            shown += kEllipsis;
            return false;
        }
        const char32_t code = whole ? code_of(character) : 0;
        if (!whole)
            shown += kBroken;
        else if (is_control(code))
            shown += ' ';
        else if (!turns_text(code))
            shown += character;
        return true;
    });
    return shown;
}

}  // namespace

bool is_utf8(std::string_view text) {
    bool all = true;
    for_each_character(text, [&](std::string_view, bool whole) { return all = whole; });
    return all;
}

std::string valid_utf8(std::string_view text) {
    std::string valid;
    for_each_character(text, [&](std::string_view character, bool whole) {
        valid += whole ? character : kBroken;
        return true;
    });
    return valid;
}

std::string shown_name(std::string_view name) {
    return cleaned(name, kShownName);
}

std::string printable(std::string_view text) {
    return cleaned(text, std::string_view::npos);
}

}  // namespace underpaint
