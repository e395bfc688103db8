// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string_view>

#include "blend/mode.h"

namespace underpaint {

/// OpenRaster's name for a blend; nothing where the format has none (exclusion, true colour).
/// OpenRaster 0.0.6, "Layer stack", composite-op.
std::optional<std::string_view> composite_op_of(BlendMode mode);

/// The blend that an OpenRaster name asks for; nothing when it is unknown or no blend.
std::optional<BlendMode> blend_from_composite_op(std::string_view op);

/// True for operators of the format that cut layers out instead of blending them.
bool is_masking_op(std::string_view op);

}  // namespace underpaint
