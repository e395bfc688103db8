// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <array>
#include <optional>
#include <string_view>

namespace underpaint {

enum class Paper { a4, a5, letter };
struct PaperText {
    Paper paper;
    std::string_view id;     ///< in files and on the command line
    std::string_view label;  ///< on screen
    double width, height;    ///< upright, in points of 1/72 inch
};
/// ISO 216, and the letter size of ANSI/ASME Y14.1.
inline constexpr std::array kPapers{PaperText{Paper::a4, "a4", "A4", 595.28, 841.89},
                                    PaperText{Paper::a5, "a5", "A5", 419.53, 595.28},
                                    PaperText{Paper::letter, "letter", "Letter", 612, 792}};
constexpr const PaperText& text_of(Paper paper) {
    return kPapers[static_cast<std::size_t>(paper)];
}
inline std::optional<Paper> paper_from_id(std::string_view id) {
    const auto* found = std::ranges::find(kPapers, id, &PaperText::id);
    return found == kPapers.end() ? std::nullopt : std::optional(found->paper);
}

/// The sheet that a report is laid out on.
struct PageSetup {
    Paper paper = Paper::a4;
    bool lying = false;  ///< the long side across
    bool dark = false;   ///< a dark ground, for screens
    friend bool operator==(const PageSetup&, const PageSetup&) = default;
};

}  // namespace underpaint
