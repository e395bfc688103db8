// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "files/srgb_profile.h"

namespace underpaint {

/// A still WebP, lossy or lossless, 8 bits.
[[nodiscard]] Result<Decoded> read_webp(const std::string& file, std::span<const std::byte> bytes);

}  // namespace underpaint
