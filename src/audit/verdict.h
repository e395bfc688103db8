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

/// Budget for the 95th percentile of drift, in steps of the nine-step scale, where no house rule
/// says another; up to twice the budget it is slipping.
inline constexpr double kHeldDrift = 0.25;
Verdict judge_drift(double p95, double budget = kHeldDrift);

/// Of something that may lose some of its size: held from `held` of what it was, lost under `lost`.
Verdict judge_share(double share, double held, double lost);
/// Of something that may come to so much: held up to `held`, lost beyond `lost`.
Verdict judge_excess(double excess, double held, double lost);

}  // namespace underpaint
