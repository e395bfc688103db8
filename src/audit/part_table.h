// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <vector>

#include "colour/reader.h"
#include "painting/painting.h"

namespace underpaint {

/// One part of the underpaint, in steps (1-9). Percentiles over the pixels that it covers by half
/// or more; nothing but the share when there are none.
struct PartFigures {
    PartId part = 0;
    double share = 0;  ///< of the picture that it covers, 0..1, by coverage
    struct Steps {
        double mean, from, to;  ///< mean; 5th and 95th percentile
    };
    std::optional<Steps> steps;
};

/// Every part, in order; nothing when stopped.
std::optional<std::vector<PartFigures>> measure_parts(const Painting& painting, Reader reader,
                                                      const std::stop_token& stop = {});

}  // namespace underpaint
