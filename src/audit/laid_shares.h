// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "audit/finding.h"

namespace underpaint {

/// The loss of a finding's figure with each pass, in the order laid. The losses add up to the
/// change of the figure since it was best, which for sealed figures is mostly the seal.
struct LaidShares {
    double whole = 0;               ///< lost since then, in the figure's unit; 0: nothing
    double best = 0;                ///< the figure then
    std::vector<PassShare> shares;  ///< of each pass after that; `alone` is not known here
};
/// \param upto of how many passes the figures count; all unless given
LaidShares laid_shares(const Finding& finding, const Audit& figures, std::size_t upto = SIZE_MAX);

/// The pass, counted from 1, that has the largest share: it is the one that a finding names.
/// `tipped`, which took the figure across its limit, where no share can be told.
int most_to_blame(const Finding& finding, const Audit& figures, int tipped,
                  std::size_t upto = SIZE_MAX);

/// Above 0 where `to` is worse than `from`, in the figure's unit.
double worsening(const Finding& finding, double from, double to);

}  // namespace underpaint
