// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/safe_mends.h"

#include <algorithm>

#include "audit/blame.h"
#include "audit/finding_figures.h"
#include "audit/mends/pass_trial.h"
#include "audit/pass_mends.h"

namespace underpaint {
namespace {

constexpr std::size_t kMostMends = 20;

}  // namespace

std::optional<SafeMends> mend_what_is_safe(const Painting& painting, const Audit& figures,
                                           const HouseRules& own, const std::stop_token& stop,
                                           const Progress& progress) {
    SafeMends all{{}, painting, 0};
    Audit now = figures;
    std::vector<Finding> findings, tried;
    // The pass to be mended is the one with the largest share, which is not always the last one.
    const auto found = [&] {
        findings = find(all.result, now);
        return find_shares(all.result, now, findings, own, stop);
    };
    if (!found()) return std::nullopt;
    const auto first = static_cast<float>(std::ranges::count_if(findings, counts));
    const auto next = [&]() -> const Finding* {
        for (const Finding& finding : findings)
            if (counts(finding) && std::ranges::none_of(tried, [&](const Finding& each) {
                    return same_thing(each, finding) && each.pass == finding.pass;
                }))
                return &finding;
        return nullptr;
    };
    while (const Finding* finding = next()) {
        if (all.mends.size() >= kMostMends) break;
        tried.push_back(*finding);
        const Finding in_hand = *finding;
        const auto mends = mends_for(all.result, in_hand, now, own, stop);
        if (stop.stop_requested()) return std::nullopt;
        if (progress && first > 0)
            progress(std::min(1.0F, static_cast<float>(tried.size()) / (first + 1)));
        const auto safe = std::ranges::find_if(mends, &Mend::safe);
        if (safe == mends.end()) continue;
        const Painting after = mended(all.result, *safe);
        AuditOptions options;
        options.reader = now.reader;
        options.own_rules = own;
        auto measured = audit(after, options, stop);
        if (!measured) return std::nullopt;
        // The mend was tried on a copy; the measurement of all pixels decides.
        if (!nothing_worse(all.result, now, after, *measured)) continue;
        all.result = after;
        now = std::move(*measured);
        if (!found()) return std::nullopt;
        all.mends.push_back({in_hand.text, in_hand.pass, *safe, now.balance(), safe->effect});
    }
    all.left = static_cast<std::size_t>(std::ranges::count_if(findings, counts));
    return all;
}

}  // namespace underpaint
