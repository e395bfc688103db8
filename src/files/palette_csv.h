// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/palette_file.h"

namespace underpaint {

/// A palette as comma-separated values (RFC 4180) under a line of headings: name, hex, wanted,
/// accent.
std::string write_palette_csv(const Palette& palette);

/// Reads the text of write_palette_csv(); columns are found by their headings. Without headings a
/// line is a colour (#rrggbb), or a name and a colour. A line that has none is left out and said.
[[nodiscard]] Result<ReadPalette> parse_palette_csv(const std::string& file, std::string_view text);

}  // namespace underpaint
