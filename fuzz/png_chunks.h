// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <zlib.h>

#include "files/zip_container.h"

namespace underpaint::fuzz {

inline constexpr std::size_t kHeader = 8, kFrame = 12;  // length, kind and checksum of a chunk

inline std::uint32_t number_at(const Bytes& bytes, std::size_t at) {
    std::uint32_t number = 0;
    for (std::size_t i = 0; i < 4; ++i)
        number = number << 8 | std::to_integer<std::uint32_t>(bytes[at + i]);
    return number;
}

/// Chunks get the checksum that belongs to what they hold, or none would get past it.
inline Bytes with_right_checksums(Bytes bytes) {
    for (std::size_t at = kHeader; at + kFrame <= bytes.size();) {
        const std::size_t length = number_at(bytes, at), end = at + 8 + length;
        if (length > bytes.size() || end + 4 > bytes.size()) break;
        const auto* from = reinterpret_cast<const unsigned char*>(bytes.data() + at + 4);
        const auto crc = static_cast<std::uint32_t>(crc32_z(0, from, length + 4));
        for (std::size_t i = 0; i < 4; ++i)
            bytes[end + i] = static_cast<std::byte>(crc >> (24 - 8 * i));
        at = end + 4;
    }
    return bytes;
}

}  // namespace underpaint::fuzz
