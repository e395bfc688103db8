// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <vector>

#include "painting/painting.h"

namespace underpaint {

/// The mean colours, as encoded, of a part's shadows and lights, parted by Otsu's threshold of the
/// sealed steps inside it.
struct PartTones {
    PartId part = 0;
    Rgb shadows, lights;
};

/// Tones of each part after the first `upto` passes, measured on a small copy; parts that are
/// hidden or hardly there are left out. Nothing when stopped.
std::optional<std::vector<PartTones>> part_tones(const Painting& painting, std::size_t upto,
                                                 const std::stop_token& stop = {});

}  // namespace underpaint
