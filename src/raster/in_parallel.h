// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <tbb/parallel_for.h>

#include "raster/handover.h"

namespace underpaint {

/// Calls `body(i)` for first <= i < last, on the cores that this thread has (with_cores()), in no
/// order; returns when all have come to their end. An exception stops the rest and comes out.
template <class Index, class Body>
void in_parallel(Index first, Index last, const Body& body) {
    const char begun = 0, ended = 0;
    const auto piece = [&](Index i) {
        taken_over(&begun);
        body(i);
        hand_over(&ended);
    };
    hand_over(&begun);
    tbb::parallel_for(first, last, piece);
    taken_over(&ended);
}

}  // namespace underpaint
