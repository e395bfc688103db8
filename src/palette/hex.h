// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "colour/rgb.h"

namespace underpaint {

/// "#d08c3e", 8 bits a channel; what is beyond 0..1 as the nearest that is in it.
std::string hex(Rgb colour);

/// The colour that "#d08c3e", "d08c3e" or "#db3" writes; nothing for other text.
std::optional<Rgb> rgb_from_hex(std::string_view text);

}  // namespace underpaint
