// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <vector>

#include "brief/late_change.h"
#include "colour/reader.h"
#include "painting/painting.h"
#include "raster/alignment.h"

namespace underpaint {

/// Another underpaint in the place of a painting's own, under all versions of it, before it is
/// sealed: where the old one lies in it, and what fits.
struct AnotherUnderpaint {
    Alignment where;          ///< of the old underpaint in the new one, which was turned to suit it
    bool turned = false;      ///< the new one was mirrored or turned for that
    double changed = 0;       ///< share of the new frame that reads otherwise, or is new
    SharedPicture changes;    ///< that, as a small mask
    bool values_off = false;  ///< the value passes were switched off: it has them already
    std::vector<Touched> touched;
    /// The new underpaint; parts, foci, older seals and the passes of all versions in its frame.
    Painting painting;
};

/// A spot that reads so many steps lighter or darker than before has changed.
inline constexpr double kChangedBy = 0.5;

/// Brings `next` (opaque) under a painting. Where it can't be recognised, `where.certainty` is
/// below kPerhapsAligned, and the painting is stretched to its frame. Value passes stay on, unless
/// `next` is nearer to what they made of the old underpaint than to that itself. Nothing when
/// stopped.
std::optional<AnotherUnderpaint> with_another_underpaint(const Painting& painting, Picture next,
                                                         Reader reader,
                                                         const std::stop_token& stop = {});

}  // namespace underpaint
