// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/painting.h"

namespace underpaint {

/// One pixel of a painting: as sealed, and after some passes.
struct Probe {
    Rgb sealed, now;
    const Part* part = nullptr;  ///< the part that covers it most; null when none covers half
};

/// `at` is a pixel of the picture; see pixel_at(). The part belongs to `painting`.
Probe probe(const Painting& painting, std::size_t upto, Pixel at);

}  // namespace underpaint
