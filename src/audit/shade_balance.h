// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>

#include "colour/reader.h"
#include "painting/flats.h"

namespace underpaint {

/// How a shading may be balanced, in whole percents over.
struct ShadeBalance {
    float best = 0;  ///< where the 95th percentile of the drift after it is least
    /// How far over it stays within budget from there on; nothing where it is not even there.
    std::optional<float> most;
    friend bool operator==(const ShadeBalance&, const ShadeBalance&) = default;
};

/// Searched every five percent, then every one where it matters, on a small copy. Nothing when
/// stopped.
std::optional<ShadeBalance> balance_for(const Painting& painting, const Shading& shading,
                                        Reader reader, const std::stop_token& stop = {});

}  // namespace underpaint
