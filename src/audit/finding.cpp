// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/finding.h"

#include <algorithm>

#include "audit/wording.h"

namespace underpaint {
namespace {

/// "lighter", "darker", or "both ways" when neither side has twice the other.
const char* direction(const Drift& drift) {
    if (drift.lighter > 2 * drift.darker) return "lighter";
    return drift.darker > 2 * drift.lighter ? "darker" : "off, both ways";
}

Verdict value_before(const Audit& audit, std::size_t i) {
    return i == 0 ? Verdict::held : audit.passes[i - 1].value.verdict;
}

/// A pass is named when it took the balance across a limit, or would cross one by itself.
void find_value_slips(const Audit& audit, std::vector<Finding>& findings) {
    for (std::size_t i = 0; i < audit.passes.size(); ++i) {
        const PassAudit& pass = audit.passes[i];
        const Verdict own = judge_drift(pass.value.own_judged_p95);
        const bool crossed = pass.value.verdict > value_before(audit, i);
        if (!crossed && own == Verdict::held) continue;
        const Drift& drift = pass.value.own;
        Finding finding{FindingCode::values_slip,
                        crossed ? worse(own, pass.value.verdict) : own,
                        pass.index,
                        {}};
        if (own != Verdict::held)
            finding.text = words(
                "%s makes %.0f%% of the picture %s by more than a quarter step (95%% within %.2f; "
                "the budget is %.2f). Pass %d.",
                pass.name.c_str(), 100 * (drift.lighter + drift.darker), direction(drift),
                drift.p95, kHeldDrift, pass.index);
        else
            finding.text = words(
                "%s takes the drift since the seal to %.2f step; the budget is %.2f. Its own share "
                "is %.2f. Pass %d.",
                pass.name.c_str(), pass.value.judged_p95, kHeldDrift, drift.p95, pass.index);
        findings.push_back(std::move(finding));
    }
}

/// The pass after which two parts first stood the wrong way round for good.
int pass_of_swap(const Audit& audit, const Swap& swap) {
    int since = 0;
    for (const PassAudit& pass : audit.passes) {
        const auto swaps = find_swaps(pass.parts);
        const bool there = std::ranges::any_of(swaps, [&](const Swap& s) {
            return s.was_darker.part == swap.was_darker.part &&
                   s.was_lighter.part == swap.was_lighter.part;
        });
        since = there ? (since == 0 ? pass.index : since) : 0;
    }
    return since;
}

void find_part_swaps(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    for (const Swap& swap : find_swaps(audit.passes.back().parts)) {
        const Part* dark = painting.part(swap.was_darker.part);
        const Part* light = painting.part(swap.was_lighter.part);
        const int pass = pass_of_swap(audit, swap);
        findings.push_back(
            {FindingCode::part_swap, Verdict::lost, pass,
             words("%s now reads lighter than %s (%.1f against %.1f); the seal has it darker (%.1f "
                   "against %.1f). Pass %d.",
                   dark->name.c_str(), light->name.c_str(), swap.was_darker.now,
                   swap.was_lighter.now, swap.was_darker.sealed, swap.was_lighter.sealed, pass)});
    }
}

/// The last pass at which `verdict_of` got worse than it was just before.
template <class VerdictOf>
const PassAudit* last_worsened(const Audit& audit, VerdictOf verdict_of) {
    const PassAudit* found = nullptr;
    Verdict before = Verdict::held;
    for (const PassAudit& pass : audit.passes) {
        const Verdict now = verdict_of(pass);
        if (now > before) found = &pass;
        before = now;
    }
    return found;
}

void find_focus_slip(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    const auto& end = audit.passes.back().focus;
    const auto& sealed = audit.ground.focus;
    if (!end || !sealed || end->verdict == Verdict::held) return;
    const PassAudit* pass = last_worsened(
        audit, [](const PassAudit& p) { return p.focus ? p.focus->verdict : Verdict::held; });
    const std::string& name = painting.plan.foci.front().name;
    std::string text = words("%s keeps %.0f%% of its sealed contrast (%.1f steps against %.1f)",
                             name.c_str(), 100 * end->kept, end->contrast, sealed->contrast);
    if (end->lead && *end->lead < 1)
        text += words("; a place with %.1f steps now outdoes it", end->rival->contrast);
    else if (end->lead && sealed->lead)
        text +=
            words("; its lead is %.2f times the next place, was %.2f", *end->lead, *sealed->lead);
    text += pass != nullptr ? words(". Pass %d.", pass->index) : std::string(".");
    findings.push_back({FindingCode::focus_slips, end->verdict, pass != nullptr ? pass->index : 0,
                        std::move(text)});
}

void find_swing_slip(const Audit& audit, std::vector<Finding>& findings) {
    const SwingAudit& end = audit.passes.back().swing;
    if (end.verdict == Verdict::held) return;
    const PassAudit* pass =
        last_worsened(audit, [](const PassAudit& p) { return p.swing.verdict; });
    if (pass == nullptr) return;
    findings.push_back(
        {FindingCode::swing_slips, end.verdict, pass->index,
         words("Lights and shadows drew together: light minus shadow warmth went from %+.1f to "
               "%+.1f. Pass %d.",
               pass->swing.swing - pass->swing.own, pass->swing.swing, pass->index)});
}

}  // namespace

std::string_view id_of(FindingCode code) {
    constexpr std::string_view ids[] = {
        "values-slip",  "part-swap",     "focus-slips",    "swing-slips",   "all-held",
        "nothing-laid", "focus-leads",   "range-is",       "one-value",     "range-off",
        "key-off",      "shape-off",     "part-off",       "edges-compete", "bare-white",
        "narrow-band",  "no-soft-edges", "scattered-darks"};
    return ids[static_cast<int>(code)];
}

std::vector<Finding> find(const Painting& painting, const Audit& audit) {
    if (audit.passes.empty())
        return {{FindingCode::nothing_laid, Verdict::held, 0,
                 "Nothing is laid yet, so every value stands as it was sealed."}};
    std::vector<Finding> findings;
    find_value_slips(audit, findings);
    find_part_swaps(painting, audit, findings);
    find_focus_slip(painting, audit, findings);
    find_swing_slip(audit, findings);
    std::ranges::stable_sort(findings, std::greater(), &Finding::verdict);
    if (findings.empty())
        findings.push_back(
            {FindingCode::all_held, Verdict::held, 0,
             words("The values held: after %zu %s, 95%% of the picture is within %.2f step of the "
                   "seal.",
                   audit.passes.size(), audit.passes.size() == 1 ? "pass" : "passes",
                   audit.passes.back().value.running.p95)});
    return findings;
}

}  // namespace underpaint
