// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "raster/picture.h"

namespace underpaint {

// What is done to masks: `grey` pictures whose value is coverage, 0..1. Masks that go together are
// of one size. Results have the depth of the first.

enum class Combine { replace, add, take_away, intersect };

/// replace: b; add: the greater; take away: a (1 - b); intersect: the lesser.
Picture combined(const Picture& a, const Picture& b, Combine how);

/// Gaussian blur; `sigma` in pixels, 0..200.
Picture softened(const Picture& mask, double sigma);

/// The mask with its border moved on to edges of `guide` that lie within `radius` pixels (1..60):
/// guided filtering in turn with steepening. Where the guide has no edge the border stays. He, Sun
/// and Tang, "Guided image filtering", 2013, eqs. 5, 6 and 8, on the first channel.
Picture snapped(const Picture& mask, const Picture& guide, int radius);

/// 1 where a value lies from `low` to `high`, fading over `soft` beyond, as steps or whatever
/// `values` are in.
Picture band_mask(const FloatBlock& values, double low, double high, double soft);

/// 1 in the region around pixel (x, y) whose values are within `tolerance` of the pixel's, and that
/// hangs together with it. Passages narrower than about 2 `gap` pixels (0..50) don't count as a
/// connection.
Picture touching_mask(const FloatBlock& values, int x, int y, double tolerance, int gap);

}  // namespace underpaint
