// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string_view>

namespace underpaint {

/// What became of something that was to be kept, from good to bad; `open` where there is too little
/// to judge by, which is nothing bad.
enum class Verdict { open, held, slipping, lost };
constexpr bool is_bad(Verdict verdict) {
    return verdict > Verdict::held;
}
std::string_view id_of(Verdict verdict);
constexpr Verdict worse(Verdict a, Verdict b) {
    return a < b ? b : a;
}

/// Budgets for the 95th percentile of drift, in steps of the nine-step scale.
inline constexpr double kHeldDrift = 0.25, kSlippingDrift = 0.5;
Verdict judge_drift(double p95);

}  // namespace underpaint
