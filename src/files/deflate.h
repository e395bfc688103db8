// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <functional>
#include <optional>
#include <span>
#include <vector>

#include "files/disk.h"

namespace underpaint {

/// Fills in the bytes of band `index`, at most as many as asked for; from any thread.
using FillBand = std::function<void(std::size_t index, std::vector<std::uint8_t>& band)>;

/// Bands whose beginning does not come to half by level 1 are stored as they are, which takes next
/// to no time.
inline constexpr int kQuickLevel = 0;

/// One zlib stream (RFC 1950) of bands of bytes that follow each other. They are made and packed on
/// all cores, and only those in work are held, so that it takes no more memory than what comes out.
/// \param level of libdeflate, 1 to 12; or kQuickLevel
/// \return nothing when memory ran out
std::optional<Bytes> zlib_of_bands(std::size_t bands, int level, const FillBand& fill);

/// A deflate stream (RFC 1951) that others can follow: its last block says that it is not the last,
/// and an empty one after it fills up the byte. False when it is not whole.
bool make_open_ended(Bytes& deflated);

}  // namespace underpaint
