// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/focus.h"

#include <fmt/format.h>

#include <algorithm>

#include "audit/finding.h"
#include "audit/slips.h"
#include "audit/sought.h"
#include "terms/figures.h"
#include "terms/shown_name.h"

namespace underpaint {

std::optional<FocusAudit> audit_focus(const ViewingSteps& now, std::span<const Focus> foci,
                                      const std::optional<FocusAudit>& sealed, Search search,
                                      std::size_t which) {
    if (which >= foci.size()) return std::nullopt;
    const Focus& lead = foci[which];
    const auto contrast = disc_contrast(
        now.steps, {lead.centre.x * now.scale, lead.centre.y * now.scale}, lead.radius * now.scale);
    if (!contrast) return std::nullopt;
    FocusAudit result;
    result.which = which;
    result.contrast = *contrast;
    const double then = sealed ? sealed->contrast : *contrast;
    if (then >= kFaintContrast) result.kept = *contrast / then;
    result.rival = best_rival(now, foci, lead.radius, search);
    if (result.rival) {
        const double other = result.rival->contrast;
        if (other > 0 && std::max(other, *contrast) >= kFaintContrast)
            result.lead = *contrast / other;
    }
    result.verdict = judge_focus(result.kept, result.lead, sealed ? sealed->lead : result.lead);
    return result;
}

Verdict judge_focus(std::optional<double> kept, std::optional<double> lead,
                    std::optional<double> sealed_lead) {
    if (!kept) return Verdict::open;
    const bool led = !sealed_lead || *sealed_lead >= 1;
    if (*kept < kLostKept || (led && lead && *lead < 0.95)) return Verdict::lost;
    const bool leads = !lead || *lead >= 1 || (sealed_lead && *lead >= *sealed_lead - 0.02);
    return *kept >= kHeldKept && leads ? Verdict::held : Verdict::slipping;
}

SharedPicture focus_and_rival(const Sought& sought) {
    if (sought.painting.plan.foci.empty()) return nullptr;
    const Focus& focus = sought.painting.plan.foci.front();
    const PassAudit& pass =
        is_bad(sought.finding.verdict) ? sought.figures.passes.back() : sought.audited();
    std::vector<Focus> places{focus};
    if (pass.focus && pass.focus->rival)
        places.push_back({{}, pass.focus->rival->centre, focus.radius});
    return sought.after_pass(
        [&](const PassStates& states, FloatBlock& cover) { mark_foci(states, places, 1, cover); });
}

namespace {

/// The foci of a state beside the one that leads, each against its own sealed figures.
std::vector<FocusAudit> other_foci(const ViewingSteps& viewing, std::span<const Focus> foci,
                                   const std::vector<FocusAudit>* sealed, Search search) {
    std::vector<FocusAudit> others;
    for (std::size_t which = 1; which < foci.size(); ++which) {
        std::optional<FocusAudit> then;
        if (sealed != nullptr) {
            const auto found = std::ranges::find(*sealed, which, &FocusAudit::which);
            if (found == sealed->end()) continue;
            then = *found;
        }
        if (const auto now = audit_focus(viewing, foci, then, search, which))
            others.push_back(*now);
    }
    return others;
}

bool judge(const Judging& with, Audit& audit) {
    const auto& foci = with.painting.plan.foci;
    if (with.viewing.empty() || foci.empty()) return true;
    const Search search = audit.exact ? Search::thorough : Search::quick;
    if (with.known == 0) {
        const ViewingSteps sealed = with.viewing.ground();
        audit.ground.focus = audit_focus(sealed, foci, std::nullopt, search);
        audit.ground.other_foci = other_foci(sealed, foci, nullptr, search);
    }
    const auto& sealed = audit.ground.focus;
    ViewingWalk walk(with.viewing);
    for (std::size_t i = with.known; i < audit.passes.size(); ++i) {
        if (with.stop.stop_requested()) return false;
        PassAudit& pass = audit.passes[i];
        if (stands_as_before(pass)) {
            pass.focus = audit.before(pass).focus;
            pass.other_foci = audit.before(pass).other_foci;
        } else {
            walk.go_to(i + 1);
            if (sealed) pass.focus = audit_focus(walk.now(), foci, sealed, search);
            pass.other_foci = other_foci(walk.now(), foci, &audit.ground.other_foci, search);
        }
    }
    for (PassAudit& pass : audit.passes) {
        const auto judge_again = [&](FocusAudit& focus, const FocusAudit& then) {
            focus.verdict =
                pass.open ? Verdict::open : judge_focus(focus.kept, focus.lead, then.lead);
        };
        if (pass.focus) judge_again(*pass.focus, *sealed);
        for (FocusAudit& focus : pass.other_foci)
            judge_again(focus, *std::ranges::find(audit.ground.other_foci, focus.which,
                                                  &FocusAudit::which));
    }
    return true;
}

std::string sentence_of(const std::string& name, const FocusAudit& now, const FocusAudit& sealed) {
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

const FocusAudit* focus_of(const PassAudit& pass, std::size_t which) {
    if (which == 0) return pass.focus ? &*pass.focus : nullptr;
    const auto found = std::ranges::find(pass.other_foci, which, &FocusAudit::which);
    return found == pass.other_foci.end() ? nullptr : &*found;
}

void find_focus_slips(const Painting& painting, const Audit& audit,
                      std::vector<Finding>& findings) {
    for (std::size_t which = 0; which < painting.plan.foci.size(); ++which) {
        const FocusAudit* sealed = focus_of(audit.ground, which);
        if (sealed == nullptr) continue;
        const std::string name = shown_name(painting.plan.foci[which].name);
        const auto slips = slips_of(audit, [&](const PassAudit& pass) {
            const FocusAudit* focus = focus_of(pass, which);
            return focus != nullptr ? focus->verdict : Verdict::open;
        });
        for (const Slip& slip : slips) {
            const FocusAudit& now =
                *focus_of(slip.back != nullptr ? *slip.pass : audit.passes.back(), which);
            Finding finding{kFocusSlips, slip.verdict, slip.pass->index};
            finding.text = sentence_of(name, now, *sealed);
            if (slip.back != nullptr)
                finding.text +=
                    fmt::format(" after this pass; pass {} brought it back", slip.back->index);
            const bool faded = now.kept && *now.kept < kHeldKept;
            finding.figure = faded ? now.kept : now.lead;
            finding.budget = faded ? kHeldKept : std::min(1.0, sealed->lead.value_or(1) - 0.02);
            finding.focus = which;
            if (slip.back == nullptr) finding.pass = most_to_blame(finding, audit, finding.pass);
            finding.text += fmt::format(". Pass {}.", finding.pass);
            findings.push_back(std::move(finding));
        }
    }
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.focus) return std::nullopt;
    const std::string kept = kept_in_words(pass.focus->kept);
    return FigureWords{pass.focus->lead ? fmt::format("{:.2f}×", *pass.focus->lead) : kept, kept,
                       kept, pass.focus->verdict};
}

FigureFields fields(const Painting& painting, const PassAudit& pass) {
    std::vector<FigureFields> foci;
    for (std::size_t which = 0; which < painting.plan.foci.size(); ++which) {
        const FocusAudit* focus = focus_of(pass, which);
        if (focus == nullptr) continue;
        FigureFields fields{{"name", painting.plan.foci[which].name},
                            {"contrast", focus->contrast},
                            {"kept", focus->kept},
                            {"lead", focus->lead}};
        if (focus->rival)
            fields.push_back({"rival", FigureFields{{"contrast", focus->rival->contrast},
                                                    {"x", focus->rival->centre.x},
                                                    {"y", focus->rival->centre.y}}});
        fields.push_back({"verdict", std::string(id_of(focus->verdict))});
        foci.push_back(std::move(fields));
    }
    return {{"", std::move(foci)}};
}

std::optional<double> figure(const PassAudit& pass) {
    return pass.focus ? pass.focus->kept : std::nullopt;
}

std::optional<Bounds> bounds(const Audit&, const PassAudit&) {
    return Bounds{kHeldKept, kLostKept};
}

std::optional<double> figure_of_finding(const Finding& finding, const PassAudit& state) {
    const FocusAudit* focus = focus_of(state, finding.focus);
    if (focus == nullptr) return std::nullopt;
    // Only findings of what was kept have this budget, none of the lead; see find_focus_slips().
    return finding.budget == kHeldKept ? focus->kept : focus->lead;
}

constexpr std::array kKinds{FindingKind{
    .code = kFocusSlips,
    .viewed = true,
    .figure = figure_of_finding,
    .place = focus_and_rival,
}};

}  // namespace

const MeasureRecord kFocusMeasure{
    .id = "focus",
    .label = "Focus",
    .column = true,
    .kinds = {kKinds, kFocusCodes},
    .figure = figure,
    .bounds = bounds,
    .judge = judge,
    .find = find_focus_slips,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
