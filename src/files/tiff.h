// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <stop_token>

#include "files/srgb_profile.h"

namespace underpaint {

/// The first page of a TIFF: grey or RGB, with or without alpha, in strips or tiles, its samples
/// together or in planes, 8 or 16 bits kept; palettes, bilevel and other kinds come in at 8 bits as
/// libtiff shows them.
[[nodiscard]] Result<Decoded> read_tiff(const std::string& file, std::span<const std::byte> bytes,
                                        const std::stop_token& stop = {});

}  // namespace underpaint
