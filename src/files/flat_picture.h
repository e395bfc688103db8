// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>
#include <span>
#include <stop_token>
#include <vector>

#include "files/disk.h"
#include "raster/picture.h"

namespace underpaint {

/// A picture from outside, ready to be an underpaint: sRGB, opaque; grey when it has no colour.
struct FlatPicture {
    Picture picture;
    std::vector<std::string> notices;  ///< sentences about what was changed on the way in
};

/// Reads any of picture_formats(), told apart by its first bytes. 16 bits are kept, embedded
/// profiles are converted to sRGB, transparency is laid on white.
[[nodiscard]] Result<FlatPicture> read_flat_picture(const std::filesystem::path& path,
                                                    const std::stop_token& stop = {});

/// The kind of a file by its first bytes, in words; null when it is not known here.
const char* kind_of_file(std::span<const std::byte> bytes);
/// A sentence when a file's name has the ending of another kind than it is.
std::optional<std::string> misnamed(const std::filesystem::path& path,
                                    std::span<const std::byte> bytes);

/// True when no pixel is see-through.
bool is_opaque(const Picture& picture);

/// The picture, at `opacity` 0..1, over a plain white ground of `size`, its corner at (x, y). Where
/// white shows through it is mixed at 16 bits, so that nothing is rounded that was not.
Picture flattened(const Picture& picture, Size size, int x = 0, int y = 0, float opacity = 1);

/// A PNG at `path`, replaced in one step.
[[nodiscard]] Done save_png(const std::filesystem::path& path, const Picture& picture,
                            const Replacing& replacing = {});

}  // namespace underpaint
