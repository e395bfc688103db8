// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/focus.h"

#include <fmt/format.h>

#include <algorithm>

#include "audit/figures.h"
#include "audit/finding.h"
#include "audit/slips.h"
#include "painting/shown_name.h"

namespace underpaint {

std::optional<FocusAudit> audit_focus(const ViewingSteps& now, std::span<const Focus> foci,
                                      const std::optional<FocusAudit>& sealed, Search search) {
    if (foci.empty()) return std::nullopt;
    const Focus& lead = foci.front();
    const auto contrast = disc_contrast(
        now.steps, {lead.centre.x * now.scale, lead.centre.y * now.scale}, lead.radius * now.scale);
    if (!contrast) return std::nullopt;
    FocusAudit result;
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
    if (*kept < 0.75 || (led && lead && *lead < 0.95)) return Verdict::lost;
    const bool leads = !lead || *lead >= 1 || (sealed_lead && *lead >= *sealed_lead - 0.02);
    return *kept >= 0.9 && leads ? Verdict::held : Verdict::slipping;
}

namespace {

bool judge(const Judging& with, Audit& audit) {
    if (with.viewing.empty()) return true;
    const auto& foci = with.painting.plan.foci;
    const Search search = audit.exact ? Search::thorough : Search::quick;
    if (with.known == 0)
        audit.ground.focus = audit_focus(with.viewing[0].steps(), foci, std::nullopt, search);
    const auto& sealed = audit.ground.focus;
    for (std::size_t i = with.known; sealed && i < audit.passes.size(); ++i) {
        if (with.stop.stop_requested()) return false;
        auto& focus = audit.passes[i].focus;
        focus = audit_focus(with.viewing[i + 1].steps(), foci, sealed, search);
        if (focus && audit.passes[i].open) focus->verdict = Verdict::open;
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
        std::string text = sentence_of(name, now, *sealed);
        if (slip.back != nullptr)
            text += fmt::format(" after this pass; pass {} brought it back", slip.back->index);
        findings.push_back({FindingCode::focus_slips, slip.verdict, pass,
                            fmt::format("{}. Pass {}.", text, pass)});
    }
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.focus) return std::nullopt;
    const std::string kept = kept_in_words(pass.focus->kept);
    return FigureWords{pass.focus->lead ? fmt::format("{:.2f}×", *pass.focus->lead) : kept, kept,
                       kept, pass.focus->verdict};
}

std::vector<FigureField> fields(const PassAudit& pass) {
    if (!pass.focus) return {};
    return {
        {"contrast", pass.focus->contrast}, {"kept", pass.focus->kept}, {"lead", pass.focus->lead}};
}

}  // namespace

const MeasureRecord kFocusMeasure{
    .id = "focus",
    .label = "Focus",
    .column = true,
    .judge = judge,
    .find = find_focus_slips,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
