// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <cstdint>

#include "raster/geometry.h"
#include "terms/result.h"

namespace underpaint {

// What a file may ask of this machine: one table for reading and for writing, so that what is saved
// can be opened. Checked before memory is taken.

inline constexpr std::int64_t kMaxPixels = 200'000'000;
inline constexpr int kMaxSide = 60'000;
inline constexpr std::size_t kMaxFileBytes = std::size_t{2} << 30;   ///< of a plain picture
inline constexpr std::size_t kMaxEntryBytes = std::size_t{2} << 30;  ///< of one in a container
inline constexpr std::size_t kMaxTextBytes = std::size_t{32} << 20;  ///< of a JSON or XML entry
inline constexpr std::size_t kMaxKeptBytes = std::size_t{8} << 20;   ///< of a picture of the brief
inline constexpr std::size_t kMaxForeignBytes = std::size_t{256} << 20;  ///< kept along for others
inline constexpr std::size_t kMaxChunkBytes = std::size_t{8} << 20;      ///< beside a PNG's pixels
inline constexpr std::size_t kMaxEntries = 16'384;
inline constexpr std::size_t kMaxLayers = 2000;  ///< of a file, and passes of a painting
inline constexpr int kMaxScans = 100;            ///< of a progressive JPEG
/// Memory of all pictures of a painting together, as they are kept: what is of one value takes
/// none.
inline constexpr std::uint64_t kMaxPictureBytes = std::uint64_t{64} << 30;

/// Trouble naming `file` when a picture claims no size or too large a one, or when `pixel_bytes`
/// for each of its pixels are more than this machine has free.
[[nodiscard]] Done check_size(const std::string& file, std::uint64_t width, std::uint64_t height,
                              std::uint64_t pixel_bytes = 0);

/// Memory in bytes that can still be taken, by what the system says; without a word from it, all.
std::uint64_t free_memory();

/// Trouble when work on `file` needs more memory than `free` less a reserve. Asked before it is
/// taken: by the time that taking it fails, the system would have ended this program or another.
[[nodiscard]] Done check_memory(const std::string& file, std::uint64_t bytes,
                                std::uint64_t free = free_memory());

}  // namespace underpaint
