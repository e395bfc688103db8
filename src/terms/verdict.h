// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string_view>

namespace underpaint {

/// The verdict on something that was to be kept, from good to bad; `open` where there is too little
/// to judge by, which is not bad.
enum class Verdict { open, held, slipping, lost };
constexpr bool is_bad(Verdict verdict) {
    return verdict > Verdict::held;
}
std::string_view id_of(Verdict verdict);
constexpr Verdict worse(Verdict a, Verdict b) {
    return a < b ? b : a;
}

/// Which figures of a measure are good.
enum class Better { large, small, near_nought };

/// Held as far as `held`, lost beyond `lost`, slipping between.
struct Bounds {
    double held = 0, lost = 0;
    Better better = Better::large;
    friend bool operator==(const Bounds&, const Bounds&) = default;
};
Verdict judged(double figure, const Bounds& bounds);

/// Budget for the 95th percentile of drift, in steps of the nine-step scale, where no house rule
/// says another; up to twice the budget it is slipping.
inline constexpr double kHeldDrift = 0.25;
constexpr Bounds drift_bounds(double budget) {
    return {budget, 2 * budget, Better::small};
}

}  // namespace underpaint
