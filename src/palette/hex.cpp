// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/hex.h"

#include <fmt/format.h>

#include <array>
#include <charconv>
#include <cmath>

namespace underpaint {

std::string hex(Rgb colour) {
    const auto level = [](float v) { return std::lround(255 * unit(v)); };
    return fmt::format("#{:02x}{:02x}{:02x}", level(colour.r), level(colour.g), level(colour.b));
}

std::optional<Rgb> rgb_from_hex(std::string_view text) {
    if (text.starts_with('#')) text.remove_prefix(1);
    if (text.size() != 3 && text.size() != 6) return std::nullopt;
    const std::size_t digits = text.size() / 3;
    std::array<float, 3> channels{};
    for (std::size_t i = 0; i < 3; ++i) {
        unsigned level = 0;
        const char* from = text.data() + i * digits;
        const auto [end, error] = std::from_chars(from, from + digits, level, 16);
        if (error != std::errc() || end != from + digits) return std::nullopt;
        channels[i] = static_cast<float>(digits == 1 ? 17 * level : level) / 255;
    }
    return Rgb{channels[0], channels[1], channels[2]};
}

}  // namespace underpaint
