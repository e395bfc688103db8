// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>

#include "colour/reader.h"
#include "files/disk.h"
#include "render/render.h"
#include "terms/result.h"

namespace underpaint {

/// The choice of what to export as a plain picture.
struct ExportChoice {
    std::size_t upto = 0;  ///< after how many passes
    Depth depth = Depth::bits8;
    std::optional<Reader> grey;  ///< only its values, as this reader sees them
};

/// All passes, in the painting's own depth.
ExportChoice everything_of(const Painting& painting);

/// Renders the whole painting into a PNG file. Trouble without a word when it was stopped.
[[nodiscard]] Done export_png(const std::filesystem::path& path, const Painting& painting,
                              const ExportChoice& choice, const std::stop_token& stop = {},
                              const Progress& progress = {}, const Replacing& replacing = {});

}  // namespace underpaint
