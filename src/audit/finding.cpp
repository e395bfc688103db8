// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/finding.h"

#include <fmt/format.h>

#include <algorithm>
#include <iterator>

#include "audit/finding_figures.h"
#include "audit/finding_steps.h"
#include "audit/map_turns.h"
#include "audit/overlays.h"

namespace underpaint {

const MeasureRecord* measure_of(FindingCode code) {
    const auto listed = std::ranges::find_if(kListedMeasures, [&](const ListedMeasure& each) {
        return std::ranges::count(each.codes, code) > 0;
    });
    return listed == kListedMeasures.end() ? nullptr : listed->record;
}

const FindingKind* kind_of(FindingCode code) {
    if (code == kOverlaySpreads) return &kOverlayKind;
    const MeasureRecord* measure = measure_of(code);
    return measure == nullptr ? nullptr
                              : &*std::ranges::find(measure->kinds, code, &FindingKind::code);
}

namespace {

/// What is said first where nothing slipped.
Finding summary_of(const Audit& audit) {
    Finding summary;
    if (audit.open()) {
        summary.code = kOpenYet;
        summary.verdict = Verdict::open;
        summary.text =
            "The flats stand open: nothing is judged until the underpaint is laid over them. Shade "
            "over and under does it.";
        return summary;
    }
    summary.text = fmt::format(
        "The values held: after {} {}, 95% of the picture is within {:.2f} step of the "
        "seal.",
        audit.passes.size(), audit.passes.size() == 1 ? "pass" : "passes",
        audit.passes.back().value.running.p95);
    return summary;
}

/// Verdict first, then how far beyond the budget.
bool costs_more(const Finding& a, const Finding& b) {
    if (a.verdict != b.verdict) return a.verdict > b.verdict;
    const auto excess = [](const Finding& finding) {
        return finding.figure && is_bad(finding.verdict) ? excess_of(finding, *finding.figure) : 0;
    };
    return excess(a) > excess(b);
}

}  // namespace

std::vector<Finding> find_slipped(const Painting& painting, const Audit& audit) {
    std::vector<Finding> slips;
    if (audit.passes.empty()) return slips;
    for (const MeasureRecord* measure : kMeasures)
        if (measure->find != nullptr) measure->find(painting, audit, slips);
    std::erase_if(slips, [](const Finding& finding) { return !is_bad(finding.verdict); });
    return slips;
}

std::vector<Finding> find(const Painting& painting, const Audit& audit) {
    if (audit.passes.empty())
        return {{kNothingLaid, Verdict::held, 0,
                 "Nothing is laid yet, so every value stands as it was sealed."}};
    std::vector<Finding> slips;
    for (const MeasureRecord* measure : kMeasures)
        if (measure->find != nullptr) measure->find(painting, audit, slips);
    find_map_turns(painting, audit, slips);
    find_overlays(painting, audit, slips);
    std::ranges::stable_sort(slips, costs_more);
    mark_meant(painting, slips);
    for (Finding& slip : slips) slip.steps = steps_about(slip, audit);
    std::vector<Finding> findings;
    if (std::ranges::none_of(slips, counts)) findings.push_back(summary_of(audit));
    std::ranges::move(slips, std::back_inserter(findings));
    return findings;
}

bool counts(const Finding& finding) {
    return is_bad(finding.verdict) && !finding.meant;
}

}  // namespace underpaint
