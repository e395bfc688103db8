// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>

#include "files/disk.h"
#include "painting/painting.h"
#include "render/render.h"

namespace underpaint {

/// The finished picture for painting over elsewhere: a PNG where the file's name says so, else an
/// OpenRaster file with the merged layer on top and all passes beneath. The palette of its colours
/// lies beside it; see palette_beside(). Trouble without a word when it was stopped.
[[nodiscard]] Done save_merged_copy(const std::filesystem::path& path, const Painting& painting,
                                    const std::stop_token& stop = {}, const Progress& progress = {},
                                    const Replacing& replacing = {});

/// "Cart merged.ora" has "Cart merged palette.json", as W3C design tokens.
std::filesystem::path palette_beside(const std::filesystem::path& path);

inline constexpr int kPaletteColours = 12;

}  // namespace underpaint
