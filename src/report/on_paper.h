// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "audit/audit.h"
#include "audit/part_differences.h"
#include "icc/print_proof.h"

namespace underpaint {

/// Something that is done to the picture before it is printed, and what it leaves of a figure.
struct PrintHelp {
    Pass pass;                     ///< as it would be laid last
    double before = 0, after = 0;  ///< of the figure that it is for, both measured
};

/// The effect of printing on a painting, as if it were one more pass.
struct OnPaper {
    std::string paper;  ///< what its profile calls itself
    PrintIntent intent = PrintIntent::colorimetric;
    PassAudit printed;  ///< the state after printing, on every pixel
    /// Shares 0..1 of the finished picture, at viewing scale. `beyond`: the paper comes no nearer
    /// than CIEDE2000 kBeyondPaper; `too_dark` of these is darker than the paper's black.
    double beyond = 0, too_dark = 0;
    /// Parts by mean CIEDE2000 between screen and paper, the largest first.
    std::vector<PartDifference> parts;
    /// A curve that leaves less drift from the seal: 95th percentile of the running drift, in
    /// steps.
    std::optional<PrintHelp> curve;
    /// Less intensity, so that less lies beyond the paper: shares as `beyond`.
    std::optional<PrintHelp> quieter;
};

inline constexpr double kBeyondPaper = 3;

/// \param audit of the painting, on every pixel. Nothing when stopped, or where nothing is laid.
std::optional<OnPaper> measure_on_paper(const Painting& painting, const Audit& audit,
                                        const PrintProof& proof, const HouseRules& own_rules,
                                        const std::stop_token& stop = {});

}  // namespace underpaint
