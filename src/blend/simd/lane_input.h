// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>

namespace underpaint {

/// A row as kernels see it: a step of 0 reads the same vector again and again.
struct LaneInput {
    const float* at = nullptr;
    std::size_t step = 1;
};

}  // namespace underpaint
