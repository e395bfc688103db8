// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/shade_balance.h"

#include <algorithm>
#include <array>
#include <limits>

#include "audit/audit.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kBalanceSide = 300;   // long side of the copy
constexpr std::size_t kCoarse = 5;  // percent
// Steps: coarse results this much worse than the best are refined too.
constexpr double kNear = 0.1;
constexpr double kUntried = std::numeric_limits<double>::max();

}  // namespace

std::optional<ShadeBalance> balance_for(const Painting& painting, const Shading& shading,
                                        Reader reader, const std::stop_token& stop) {
    const AuditOptions options{reader, level_for(painting.size(), kBalanceSide), shading.over + 1};
    std::array<double, 101> drift{};
    drift.fill(kUntried);
    const auto try_at = [&](std::size_t percent) {
        const float over = static_cast<float>(percent) / 100;
        const auto figures = audit(with_balance(painting, shading, over), options, stop);
        if (figures) drift[percent] = figures->passes.back().value.running.p95;
        return figures.has_value();
    };
    const auto best = [&] {
        return static_cast<std::size_t>(std::ranges::min_element(drift) - drift.begin());
    };
    // If two neighbouring strengths hold, those between them are taken to hold too.
    const auto most = [&] {
        std::optional<std::size_t> last;
        for (std::size_t percent = best(); percent < drift.size(); ++percent) {
            if (drift[percent] == kUntried) continue;
            if (drift[percent] > kHeldDrift) break;
            last = percent;
        }
        return last;
    };
    for (std::size_t percent = 0; percent < drift.size(); percent += kCoarse)
        if (!try_at(percent)) return std::nullopt;
    const auto coarse = drift;
    const double enough = *std::ranges::min_element(coarse) + kNear;
    const auto edge = most();
    for (std::size_t at = 0; at + kCoarse < drift.size(); at += kCoarse) {
        const bool good = std::min(coarse[at], coarse[at + kCoarse]) <= enough;
        for (std::size_t percent = at + 1; percent < at + kCoarse; ++percent)
            if ((good || at == edge) && !try_at(percent)) return std::nullopt;
    }
    ShadeBalance result;
    result.best = static_cast<float>(best()) / 100;
    if (const auto last = most()) result.most = static_cast<float>(*last) / 100;
    return result;
}

}  // namespace underpaint
