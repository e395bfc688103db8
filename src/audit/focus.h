// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <span>

#include "audit/discs.h"
#include "audit/finding_kind.h"
#include "audit/rivals.h"
#include "audit/viewing.h"
#include "painting/plan.h"
#include "terms/verdict.h"

namespace underpaint {

/// Contrasts under this, in steps, are too faint to be compared.
inline constexpr double kFaintContrast = 0.2;

/// A focus after one pass. Contrasts in steps.
struct FocusAudit {
    std::size_t which = 0;  ///< in the plan's order
    double contrast = 0;
    std::optional<double> kept;  ///< contrast now / contrast sealed; nothing when that was faint
    std::optional<Rival> rival;  ///< nothing where no other disc fits
    std::optional<double> lead;  ///< contrast / the rival's; nothing when both are faint
    Verdict verdict = Verdict::open;
    friend bool operator==(const FocusAudit&, const FocusAudit&) = default;
};

/// Measures a focus, the first one where nothing else is said, against `sealed`, or itself when
/// there is none yet; nothing when it can't be measured: no focus, or none of it inside the
/// picture.
std::optional<FocusAudit> audit_focus(const ViewingSteps& now, std::span<const Focus> foci,
                                      const std::optional<FocusAudit>& sealed,
                                      Search search = Search::thorough, std::size_t which = 0);

/// A focus that keeps so much of its contrast is held; under the other it is lost.
inline constexpr double kHeldKept = 0.9, kLostKept = 0.75;

/// The focus that leads, and the place that has more contrast or comes nearest to it.
SharedPicture focus_and_rival(const Sought& sought);

/// A pass is judged by what it changed, never by what the seal had: held: kept >= 0.9, and leading
/// or by no more than 0.02 behind the sealed lead; lost: kept < 0.75, or a lead below 0.95 that was
/// at least 1 when sealed; slipping between. Open without `kept`. A lead that could not be measured
/// counts as leading.
Verdict judge_focus(std::optional<double> kept, std::optional<double> lead,
                    std::optional<double> sealed_lead);

inline constexpr FindingCode kFocusSlips{"focus-slips"};
inline constexpr std::array kFocusCodes{kFocusSlips};

}  // namespace underpaint
