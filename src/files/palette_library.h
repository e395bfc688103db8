// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "files/palette_file.h"

namespace underpaint {

/// A painter's own palettes across paintings: one file of design tokens each, in a folder of the
/// records. What others put there rides along; nothing of it is deleted.
class PaletteLibrary {
public:
    explicit PaletteLibrary(std::filesystem::path folder);
    /// The library in the place of the XDG Base Directory Specification (0.8).
    static PaletteLibrary usual();

    /// The files in order of their names, at most kMostKept.
    std::vector<std::filesystem::path> palettes() const;
    /// Under a name; one of the same name is replaced. What else its file holds stays in it.
    [[nodiscard]] Done keep(const std::string& name, const Palette& palette) const;

    static constexpr std::size_t kMostKept = 500;

private:
    std::filesystem::path folder_;
};

/// A palette out of a file of its own, tokens or CSV, and into one by the ending of its name.
[[nodiscard]] Result<ReadPalette> open_palette(const std::filesystem::path& path);
[[nodiscard]] Done save_palette(const std::filesystem::path& path, const std::string& name,
                                const Palette& palette);

}  // namespace underpaint
