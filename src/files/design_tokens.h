// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <string>
#include <string_view>

#include "files/palette_file.h"
#include "palette/extraction.h"
#include "palette/hex.h"

namespace underpaint {

/// A palette as W3C design tokens (Design Tokens Format Module, Color Module): a group with a token
/// of the type color for each swatch, in their order; its description says its share and step.
std::string write_tokens(std::string_view name, std::span<const Swatch> palette);

/// A painting's palette likewise, as it was chosen, without the mother. What a token can't say (the
/// name as written, the area wanted, that it is an accent) is in its $extensions.
std::string write_tokens(std::string_view name, const Palette& palette);

/// All color tokens of a file, in their order: groups and the types that they hand down are
/// followed, aliases ("{group.token}") resolved. A value is #rrggbb or an object in sRGB, linear
/// sRGB, OKLab or OKLCh; of another space its "hex" is taken, or the token is left out and said.
/// Trouble when it is no JSON, nests too deep, or has no colour.
[[nodiscard]] Result<ReadPalette> parse_tokens(const std::string& file, std::string_view text);

}  // namespace underpaint
