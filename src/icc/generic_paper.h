// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <vector>

namespace underpaint {

/// The ICC profile of a paper that is no particular one: an approximation for those who have none
/// of their printer. Its black is light, as on uncoated paper (L* 16), and its colours lose chroma
/// the more of it they have. In CIELAB, media-relative, from what sRGB shows:
///   L' = 16 + 0.84 L,  C' = C / sqrt(1 + (C / 80)^2),  same hue.
/// Made anew at each call; takes some tens of milliseconds.
std::vector<std::byte> generic_paper_profile();

inline constexpr const char* kGenericPaperName = "Uncoated paper (approximate)";
inline constexpr double kGenericPaperBlack = 16, kGenericPaperChroma = 80;

}  // namespace underpaint
