// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "audit/finding.h"

namespace underpaint {

/// One of the mends that are taken together.
struct SafeMend {
    std::string finding;  ///< what is mended, its sentence
    int pass = 0;         ///< of the painting that the mend is taken on
    Mend mend;
    Verdict balance = Verdict::held;  ///< the value verdict after it
    std::string after;                ///< the balance after it, in words
};

/// Mends that make things better and nothing worse, one after the other: each is computed for what
/// the one before it left.
struct SafeMends {
    std::vector<SafeMend> mends;  ///< in the order in which they are taken
    Painting result;
    std::size_t left = 0;  ///< findings that still count
};

/// Goes through the findings that count, the costliest first, and takes for each the gentlest mend
/// that is safe: the finding is gone, nothing that slips is new, and nothing that slipped is worse.
/// Nothing when stopped.
/// \param figures the painting's exact audit
std::optional<SafeMends> mend_what_is_safe(const Painting& painting, const Audit& figures,
                                           const HouseRules& own = {},
                                           const std::stop_token& stop = {},
                                           const Progress& progress = {});

}  // namespace underpaint
