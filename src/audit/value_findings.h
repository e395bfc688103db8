// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>
#include <vector>

#include "audit/finding.h"
#include "audit/values_audit.h"

namespace underpaint {

inline constexpr FindingCode kFocusLeads{"focus-leads"}, kRangeIs{"range-is"},
    kOneValue{"one-value"}, kRangeOff{"range-off"}, kKeyOff{"key-off"}, kShapeOff{"shape-off"},
    kPartOff{"part-off"}, kEdgesCompete{"edges-compete"}, kBareWhite{"bare-white"},
    kBandNarrow{"narrow-band"}, kNoSoftEdges{"no-soft-edges"}, kScatteredDarks{"scattered-darks"};

/// Compares a painting's values with its plan, and with what any picture suffers from. The
/// costliest first; never empty. Those that need edges are left out where `figures` have none,
/// mends where `figures` are not exact.
std::vector<Finding> find_in_values(const Painting& painting, const ValuesAudit& figures,
                                    const std::stop_token& stop = {});

// From where on something is said.
inline constexpr double kRangeSlack = 0.25;     ///< steps off the planned ends
inline constexpr double kShareSlack = 0.03;     ///< of the picture off a shape's planned share
inline constexpr double kLargeShape = 0.8;      ///< share of one of three shapes, with no plan
inline constexpr double kPartSlack = 0.5;       ///< steps off a part's planned mean
inline constexpr double kNarrowBand = 2;        ///< steps that hold nine tenths of the picture
inline constexpr double kFewSoftEdges = 0.03;   ///< share of soft and lost edges
inline constexpr double kLeastWhite = 0.003;    ///< share of the picture, in one piece
inline constexpr std::size_t kManyPieces = 12;  ///< of dark, each at least kLeastPiece
inline constexpr double kLeastPiece = 0.0002;   ///< share of the picture

}  // namespace underpaint
