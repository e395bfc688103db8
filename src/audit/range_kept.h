// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

namespace underpaint {

/// How much of the sealed range is left: the range after the pass / the sealed range, each from the
/// 0.5 to the 99.5 percentile of steps; nothing where the seal is of one value.
struct RangeAudit {
    std::optional<double> kept;
    friend bool operator==(const RangeAudit&, const RangeAudit&) = default;
};

}  // namespace underpaint
