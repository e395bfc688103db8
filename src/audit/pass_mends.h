// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>
#include <vector>

#include "audit/finding.h"

namespace underpaint {

/// The mends for one pass, counted from 0, whose drift slipped. The aim is a running 95th
/// percentile after the pass within the held budget, or where it already was worse before the pass,
/// no worse than that.
///  ease  the largest whole per cent of strength that reaches the aim, by bisection on a small
///        picture, then tried, and lowered where need be, on every pixel; left out when it is zero
///  hold  all of the values it finds given back; left out when that does not reach the aim
///  match the stops of a gradient map at the lightness of their places; likewise
/// Empty when stopped or when the pass needs no mend.
/// \param figures the painting's exact audit; its reader is the one that counts
std::vector<Mend> mends_for(const Painting& painting, std::size_t pass, const Audit& figures,
                            const std::stop_token& stop = {});

/// The mends for one finding of a pass; empty where there are none.
std::vector<Mend> mends_for(const Painting& painting, const Finding& finding, const Audit& figures,
                            const std::stop_token& stop = {});

}  // namespace underpaint
