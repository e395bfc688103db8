// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "files/srgb_profile.h"

namespace underpaint {

/// JPEG, grey or colour, 8 bits. A file that ends early is trouble, not a half-grey picture.
[[nodiscard]] Result<Decoded> read_jpeg(const std::string& file, std::span<const std::byte> bytes);

}  // namespace underpaint
