// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <cstdint>

#include "files/result.h"
#include "raster/geometry.h"

namespace underpaint {

// What a file may ask of this machine. Checked before memory is taken.
inline constexpr std::int64_t kMaxPixels = 200'000'000;
inline constexpr int kMaxSide = 60'000;
inline constexpr std::size_t kMaxFileBytes = std::size_t{2} << 30;
inline constexpr std::size_t kMaxEntryBytes = std::size_t{1} << 30;
inline constexpr std::size_t kMaxTextBytes = std::size_t{8} << 20;
inline constexpr std::size_t kMaxEntries = 4096;
inline constexpr std::size_t kMaxLayers = 500;
inline constexpr std::int64_t kMaxLayerPixels = 2'000'000'000;  ///< of all layers together

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
