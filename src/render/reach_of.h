// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>

#include "painting/painting.h"
#include "render/view.h"

namespace underpaint {

/// The area where pass `index` may land, whatever its source and strength: a mask of the view's
/// size. Nothing when stopped.
std::optional<Picture> reach_of(const Painting& painting, std::size_t index, const View& view,
                                const std::stop_token& stop = {});

}  // namespace underpaint
