// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <vector>

#include "files/layers.h"

namespace underpaint {

/// Layers of a group composited over nothing, lowest first, as one layer that is still to be laid
/// with the group's own blend and opacity. W3C Compositing and Blending Level 1, 5.1 and 5.8.1
/// (with 9.1.4 for `plus`), at 16 bits. Those that are not visible are left out. Nothing when
/// stopped.
std::optional<Layer> composited(const LayerEntry& group, const std::vector<Layer>& layers,
                                Size canvas, const std::stop_token& stop = {});

}  // namespace underpaint
