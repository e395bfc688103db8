// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <stop_token>

#include "files/disk.h"
#include "files/srgb_profile.h"

namespace underpaint {

/// JPEG, grey or colour, 8 bits. A file that ends early is trouble, not a half-grey picture, and so
/// is one of more than kMaxScans scans, each of which would cost as much as a whole picture.
[[nodiscard]] Result<Decoded> read_jpeg(const std::string& file, std::span<const std::byte> bytes,
                                        const std::stop_token& stop = {});

/// Reads the header alone.
[[nodiscard]] Result<Size> jpeg_size(const std::string& file, std::span<const std::byte> bytes);

/// The picture as JPEG, 8 bits, without alpha, its colours as fine as its values (4:4:4); grey
/// where it has no colour channels. \param quality 1..100
[[nodiscard]] Result<Bytes> write_jpeg(const std::string& file, const Picture& picture,
                                       int quality);

}  // namespace underpaint
