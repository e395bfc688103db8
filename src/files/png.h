// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <stop_token>

#include "files/srgb_profile.h"

namespace underpaint {

/// PNG, every colour type and depth; 16 bits are kept, palettes and fewer than 8 bits become 8.
[[nodiscard]] Result<Decoded> read_png(const std::string& file, std::span<const std::byte> bytes,
                                       const std::stop_token& stop = {});

/// At least as many bytes as tell most_png_bytes().
inline constexpr std::size_t kPngHeader = 33;
/// How large the file of a picture can be whose first bytes are these, however badly it is packed;
/// trouble when they are no PNG's, or claim a picture that is too large.
[[nodiscard]] Result<std::size_t> most_png_bytes(const std::string& file,
                                                 std::span<const std::byte> first);

/// How much time is taken to make a file small. Quick is for files that live for minutes: what
/// does not pack well is stored as it is.
enum class PngEffort { usual, quick };

/// PNG in the picture's own channels and depth, marked as sRGB.
[[nodiscard]] Result<Bytes> write_png(const std::string& file, const Picture& picture,
                                      PngEffort effort = PngEffort::usual);
/// The same of a picture that is not wanted any more: its memory is given back as it is packed.
[[nodiscard]] Result<Bytes> write_png(const std::string& file, Picture&& picture,
                                      PngEffort effort = PngEffort::usual);

}  // namespace underpaint
