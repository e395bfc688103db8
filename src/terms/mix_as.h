// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <string_view>

namespace underpaint {

/// How colours are mixed.
enum class MixAs { paint, glaze, light };

struct MixText {
    MixAs as;
    std::string_view id;     ///< in files and on the command line
    std::string_view label;  ///< on screen
    std::string_view about;  ///< one sentence
};
inline constexpr std::array<MixText, 3> kMixTexts{{
    {MixAs::paint, "paint", "paint",
     "Stirred together on the palette: mixtures go darker and duller"},
    {MixAs::glaze, "glaze", "glaze", "One seen through the other, as a transparent layer over it"},
    {MixAs::light, "light", "light", "Side by side, seen from afar: the mean of their light"},
}};
constexpr const MixText& text_of(MixAs as) {
    return kMixTexts[static_cast<std::size_t>(as)];
}
constexpr std::optional<MixAs> mix_from_id(std::string_view id) {
    for (const MixText& text : kMixTexts)
        if (text.id == id) return text.as;
    return std::nullopt;
}

}  // namespace underpaint
