// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "files/disk.h"
#include "painting/painting.h"
#include "terms/result.h"

namespace underpaint {

/// A pass on its way between two runs of the program, as a painting of its size with nothing but
/// the pass and the parts that it reaches.
Painting carrier_of(const Painting& painting, std::size_t pass);

/// Such a painting as bytes, whole: CBOR (RFC 8949) of its JSON text and its pictures as PNG.
[[nodiscard]] Result<Bytes> write_carrier(const Painting& carrier);
/// Reads it back. Trouble when it is none, or damaged.
[[nodiscard]] Result<Painting> read_carrier(std::span<const std::byte> bytes);

}  // namespace underpaint
