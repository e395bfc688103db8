// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>
#include <string>
#include <string_view>

#include "palette/extraction.h"

namespace underpaint {

/// "#d08c3e", 8 bits a channel; what is beyond 0..1 as the nearest that is in it.
std::string hex(Rgb colour);

/// A palette as W3C design tokens (Design Tokens Format Module, Color Module): a group with a token
/// of the type color for each swatch, in their order; its description says its share and step.
std::string write_tokens(std::string_view name, std::span<const Swatch> palette);

}  // namespace underpaint
