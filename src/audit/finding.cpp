// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/finding.h"

#include <fmt/format.h>

#include <algorithm>

#include "audit/map_turns.h"
#include "audit/no_effect.h"

namespace underpaint {

std::string_view id_of(FindingCode code) {
    constexpr std::string_view ids[] = {
        "values-slip",  "part-swap",     "focus-slips",     "swing-slips",   "all-held",
        "nothing-laid", "focus-leads",   "range-is",        "one-value",     "range-off",
        "key-off",      "shape-off",     "part-off",        "edges-compete", "bare-white",
        "narrow-band",  "no-soft-edges", "scattered-darks", "map-turns",     "no-effect",
        "open-yet"};
    return ids[static_cast<int>(code)];
}

std::vector<Finding> find(const Painting& painting, const Audit& audit) {
    if (audit.passes.empty())
        return {{FindingCode::nothing_laid, Verdict::held, 0,
                 "Nothing is laid yet, so every value stands as it was sealed."}};
    std::vector<Finding> findings;
    for (const MeasureRecord* measure : kMeasures)
        if (measure->find != nullptr) measure->find(painting, audit, findings);
    find_map_turns(painting, audit, findings);
    find_no_effect(painting, audit, findings);
    std::ranges::stable_sort(findings, std::greater(), &Finding::verdict);
    if (audit.open()) {
        findings.insert(findings.begin(),
                        {FindingCode::open_yet, Verdict::open, 0,
                         "The flats stand open: nothing is judged until the underpaint is laid "
                         "over them. Shade over and under does it."});
        return findings;
    }
    if (findings.empty() || !is_bad(findings.front().verdict))
        findings.insert(
            findings.begin(),
            {FindingCode::all_held, Verdict::held, 0,
             fmt::format("The values held: after {} {}, 95% of the picture is within "
                         "{:.2f} step of the seal.",
                         audit.passes.size(), audit.passes.size() == 1 ? "pass" : "passes",
                         audit.passes.back().value.running.p95)});
    return findings;
}

}  // namespace underpaint
