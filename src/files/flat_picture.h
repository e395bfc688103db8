// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <vector>

#include "files/disk.h"
#include "raster/picture.h"

namespace underpaint {

/// A picture from outside, ready to be an underpaint: sRGB, opaque; grey when it has no colour.
struct FlatPicture {
    Picture picture;
    std::vector<std::string> notices;  ///< sentences about what was changed on the way in
};

/// PNG, JPEG, TIFF or WebP, told apart by their first bytes. 16 bits are kept, embedded profiles
/// are converted to sRGB, transparency is laid on white.
[[nodiscard]] Result<FlatPicture> read_flat_picture(const std::filesystem::path& path);

/// The picture, at `opacity` 0..1, over a plain white ground of `size`, its corner at (x, y).
Picture flattened(const Picture& picture, Size size, int x = 0, int y = 0, float opacity = 1);

/// A PNG at `path`, replaced in one step.
[[nodiscard]] Done save_png(const std::filesystem::path& path, const Picture& picture);

}  // namespace underpaint
