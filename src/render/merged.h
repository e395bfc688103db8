// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>

#include "painting/painting.h"

namespace underpaint {

/// The painting with its finished picture as one more pass over all others, so that what is painted
/// on that elsewhere leaves them alone. Nothing when stopped.
std::optional<Painting> with_merged_on_top(const Painting& painting,
                                           const std::stop_token& stop = {});

}  // namespace underpaint
