// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>
#include <vector>

#include "audit/finding.h"

namespace underpaint {

/// Every mend that helps against a finding of a pass below the seal line, tried; the gentlest,
/// which changes the finished picture least, first. Empty where none does, or when stopped. What
/// helping means, see PassTrial; which there are, kPassMends.
/// \param figures the painting's exact audit; its reader is the one that counts
std::vector<Mend> mends_for(const Painting& painting, const Finding& finding, const Audit& figures,
                            const HouseRules& own = {}, const std::stop_token& stop = {});

/// Mends for the values that one pass, counted from 0, moved.
std::vector<Mend> mends_for(const Painting& painting, std::size_t pass, const Audit& figures,
                            const std::stop_token& stop = {});

}  // namespace underpaint
