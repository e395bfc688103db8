// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/finding.h"

#include <fmt/format.h>

#include <algorithm>

#include "painting/shown_name.h"

namespace underpaint {
namespace {

/// "lighter", "darker", or "both ways" when neither side has twice the other.
const char* direction(const Drift& drift) {
    if (drift.lighter > 2 * drift.darker) return "lighter";
    return drift.darker > 2 * drift.lighter ? "darker" : "off, both ways";
}

/// A stretch of passes, one after the other, after each of which something was not held.
struct Slip {
    const PassAudit* pass = nullptr;  ///< the last that made it worse
    const PassAudit* back = nullptr;  ///< the one that brought it back; null: nothing did
    Verdict verdict = Verdict::held;  ///< how it stands in the end; held when it was brought back
};

template <class VerdictOf>
std::vector<Slip> slips_of(const Audit& audit, VerdictOf verdict_of) {
    std::vector<Slip> slips;
    Verdict before = Verdict::held;
    for (const PassAudit& pass : audit.passes) {
        const Verdict now = verdict_of(pass);
        if (is_bad(now)) {
            if (!is_bad(before)) slips.emplace_back();
            if (now > before) slips.back().pass = &pass;
            slips.back().verdict = now;
        } else if (is_bad(before)) {
            slips.back().back = &pass;
            slips.back().verdict = Verdict::held;
        }
        before = now;
    }
    return slips;
}

// --- values

const PassAudit* brought_back_after(const Audit& audit, std::size_t index) {
    for (std::size_t i = index + 1; i < audit.passes.size(); ++i)
        if (!is_bad(audit.passes[i].value.verdict)) return &audit.passes[i];
    return nullptr;
}

/// A pass is named when it took the balance across a limit, or would cross one by itself; not when
/// it brought the balance nearer.
void find_value_slips(const Audit& audit, std::vector<Finding>& findings) {
    double p95_before = 0;
    Verdict before = Verdict::held;
    for (std::size_t i = 0; i < audit.passes.size(); ++i) {
        const PassAudit& pass = audit.passes[i];
        const Verdict now = pass.value.verdict, own = judge_drift(pass.value.own_judged_p95);
        const bool crossed = now > before, nearer = pass.value.judged_p95 < p95_before;
        before = now, p95_before = pass.value.judged_p95;
        if (!crossed && (!is_bad(own) || nearer)) continue;

        const std::string name = shown_name(pass.name);
        const Drift& drift = pass.value.own;
        std::string text =
            is_bad(own) ? fmt::format(
                              "{} makes {:.0f}% of the picture {} by more than a quarter step (95% "
                              "within {:.2f}; the budget is {:.2f})",
                              name, 100 * (drift.lighter + drift.darker), direction(drift),
                              drift.p95, kHeldDrift)
                        : fmt::format(
                              "{} takes the drift since the seal to {:.2f} step; the budget is "
                              "{:.2f}. Its own share is {:.2f}",
                              name, pass.value.judged_p95, kHeldDrift, drift.p95);
        const PassAudit* back = is_bad(now) ? brought_back_after(audit, i) : nullptr;
        Verdict verdict = std::min(worse(own, now), audit.balance());
        if (!is_bad(now)) {
            verdict = Verdict::held;
            text += ", and the balance still holds";
        } else if (back != nullptr) {
            verdict = Verdict::held;
            text += fmt::format("; pass {} brought it back", back->index);
        }
        findings.push_back({FindingCode::values_slip, verdict, pass.index,
                            fmt::format("{}. Pass {}.", text, pass.index)});
    }
}

// --- order of parts

bool has_swap(const PassAudit& pass, const Swap& swap) {
    return std::ranges::any_of(find_swaps(pass.parts), [&](const Swap& s) {
        return s.was_darker.part == swap.was_darker.part &&
               s.was_lighter.part == swap.was_lighter.part;
    });
}

void find_part_swaps(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    std::vector<Swap> all;  // each pair once, with the figures of the last pass that has it
    for (auto pass = audit.passes.rbegin(); pass != audit.passes.rend(); ++pass)
        for (const Swap& swap : find_swaps(pass->parts))
            if (std::ranges::none_of(all, [&](const Swap& s) {
                    return s.was_darker.part == swap.was_darker.part &&
                           s.was_lighter.part == swap.was_lighter.part;
                }))
                all.push_back(swap);
    for (const Swap& swap : all) {
        const std::string dark = shown_name(painting.part(swap.was_darker.part)->name);
        const std::string light = shown_name(painting.part(swap.was_lighter.part)->name);
        const auto slips = slips_of(audit, [&](const PassAudit& pass) {
            return has_swap(pass, swap) ? Verdict::lost : Verdict::held;
        });
        for (const Slip& slip : slips) {
            const int pass = slip.pass->index;
            findings.push_back(
                {FindingCode::part_swap,
                 slip.verdict,
                 pass,
                 slip.back != nullptr
                     ? fmt::format("{} read lighter than {} for a while; pass {} put them back. "
                                   "Pass {}.",
                                   dark, light, slip.back->index, pass)
                     : fmt::format("{} now reads lighter than {} ({:.1f} against {:.1f}); the seal "
                                   "has it darker ({:.1f} against {:.1f}). Pass {}.",
                                   dark, light, swap.was_darker.now, swap.was_lighter.now,
                                   swap.was_darker.sealed, swap.was_lighter.sealed, pass),
                 {swap.was_darker.part, swap.was_lighter.part}});
        }
    }
}

// --- focus

std::string kept_in_words(const std::string& name, const FocusAudit& now,
                          const FocusAudit& sealed) {
    std::string text =
        fmt::format("{} keeps {:.0f}% of its sealed contrast ({:.1f} steps against {:.1f})", name,
                    100 * now.kept.value_or(0), now.contrast, sealed.contrast);
    const bool led = !sealed.lead || *sealed.lead >= 1;
    if (led && now.lead && *now.lead < 1)
        text += fmt::format("; a place with {:.1f} steps now outdoes it", now.rival->contrast);
    else if (now.lead && sealed.lead)
        text += fmt::format("; its lead is {:.2f} times the next place, was {:.2f}", *now.lead,
                            *sealed.lead);
    return text;
}

void find_focus_slips(const Painting& painting, const Audit& audit,
                      std::vector<Finding>& findings) {
    const auto& sealed = audit.ground.focus;
    if (!sealed) return;
    const std::string name = shown_name(painting.plan.foci.front().name);
    const auto slips = slips_of(audit, [](const PassAudit& pass) {
        return pass.focus ? pass.focus->verdict : Verdict::open;
    });
    for (const Slip& slip : slips) {
        const int pass = slip.pass->index;
        const FocusAudit& now =
            slip.back != nullptr ? *slip.pass->focus : *audit.passes.back().focus;
        std::string text = kept_in_words(name, now, *sealed);
        if (slip.back != nullptr)
            text += fmt::format(" after this pass; pass {} brought it back", slip.back->index);
        findings.push_back({FindingCode::focus_slips, slip.verdict, pass,
                            fmt::format("{}. Pass {}.", text, pass)});
    }
}

// --- swing

void find_swing_slips(const Audit& audit, std::vector<Finding>& findings) {
    const auto slips = slips_of(audit, [](const PassAudit& pass) { return pass.swing.verdict; });
    for (const Slip& slip : slips) {
        const SwingAudit& swing = slip.pass->swing;
        const double before = swing.swing - swing.own;
        const bool turned = swing.swing * before < 0 && swing.verdict == Verdict::lost;
        std::string text = fmt::format(
            "Lights and shadows {}: light minus shadow warmth went from {:+.1f} to "
            "{:+.1f}",
            turned ? "changed sides" : "drew together", before, swing.swing);
        if (slip.back != nullptr)
            text += fmt::format("; pass {} brought them back", slip.back->index);
        findings.push_back({FindingCode::swing_slips, slip.verdict, slip.pass->index,
                            fmt::format("{}. Pass {}.", text, slip.pass->index)});
    }
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
    find_focus_slips(painting, audit, findings);
    find_swing_slips(audit, findings);
    std::ranges::stable_sort(findings, std::greater(), &Finding::verdict);
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
