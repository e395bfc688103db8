// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <span>

#include "audit/mends/pass_trial.h"

namespace underpaint {

/// One way of mending what a pass below the seal line did. Each has a file of its own here; to add
/// one takes the file and a line in the list.
struct PassMend {
    std::span<const FindingCode> against;
    /// Nothing where it does not apply, can't reach its aim, or was stopped.
    std::optional<Mend> (*make)(const PassTrial& trial);
};

extern const PassMend kEaseMend, kHoldMend, kHoldLeastMend, kReturnMend, kMatchStopsMend,
    kBalanceMend, kLeaveUncoveredMend, kKeepToLightsMend, kKeepToShadowsMend, kPullBackMend,
    kGiveColourMend, kQuietMend, kShadeBeneathMend, kBridgeMend;

inline constexpr std::array kPassMends{
    &kEaseMend,          &kHoldLeastMend, &kHoldMend,           &kReturnMend,
    &kMatchStopsMend,    &kBalanceMend,   &kLeaveUncoveredMend, &kKeepToLightsMend,
    &kKeepToShadowsMend, &kPullBackMend,  &kGiveColourMend,     &kQuietMend,
    &kShadeBeneathMend,  &kBridgeMend};

}  // namespace underpaint
