// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace underpaint {

/// A format of pictures that are read; see picture_formats.def.
struct PictureFormat {
    std::string_view name;                  ///< "PNG"
    std::vector<std::string_view> endings;  ///< of file names, in small letters: ".png"
};

/// All of them, the commonest first.
std::span<const PictureFormat> picture_formats();
/// "PNG, JPEG, TIFF and WebP", joined before the last by a word.
std::string names_of_picture_formats(std::string_view joined_by);

}  // namespace underpaint
