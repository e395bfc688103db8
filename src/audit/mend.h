// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "audit/audit.h"
#include "audit/basis.h"

namespace underpaint {

enum class MendKind { ease, hold };

/// A change, computed and tried, that brings a pass back inside the drift budget.
struct Mend {
    MendKind kind = MendKind::ease;
    std::size_t pass = 0;  ///< counted from 0, as in Painting::passes
    float amount = 0;      ///< the strength, or the hold, that it would set
    std::string label;     ///< "Ease to 11%"
    /// The last three columns as the mend would leave them, on the picture at a quarter million
    /// pixels or so.
    double value_p95 = 0, swing = 0;
    std::optional<double> focus_kept;
    Basis basis;  ///< the state it was computed for; it is taken on no other
    friend bool operator==(const Mend&, const Mend&) = default;
};

/// The painting with the mend taken, or as it is when the mend was computed for another state.
Painting mended(const Painting& painting, const Mend& mend);

/// The mends for one pass whose drift slipped. The aim is a running 95th percentile after the pass
/// within the held budget, or where it already was worse before the pass, no worse than that.
///  ease  the largest whole per cent of strength that reaches the aim, by bisection on a small
///        picture, then tried, and lowered where need be, on every pixel; left out when it is zero
///  hold  all of the values it finds given back; left out when that does not reach the aim
/// Empty when stopped or when the pass needs no mend.
/// \param figures the painting's exact audit; its reader is the one that counts
std::vector<Mend> mends_for(const Painting& painting, std::size_t pass, const Audit& figures,
                            const std::stop_token& stop = {});

}  // namespace underpaint
