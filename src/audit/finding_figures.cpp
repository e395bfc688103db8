// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/finding_figures.h"

#include <algorithm>
#include <cmath>

namespace underpaint {
namespace {

/// Figures that are to be small.
bool grows_worse(FindingCode code) {
    switch (code) {
        case FindingCode::values_slip:
        case FindingCode::accents_spread:
        case FindingCode::extremes:
        case FindingCode::gaps:
        case FindingCode::no_effect:
        case FindingCode::overlay_spreads: return true;
        default: return false;
    }
}

std::optional<double> gap_in(const Finding& finding, const PassAudit& state) {
    const auto step_of = [&](PartId part) {
        const auto found = std::ranges::find(state.parts, part, &PartStep::part);
        return found == state.parts.end() ? std::nullopt : std::optional(found->now);
    };
    if (finding.parts.size() != 2) return std::nullopt;
    const auto dark = step_of(finding.parts[0]), light = step_of(finding.parts[1]);
    return dark && light ? std::optional(*light - *dark) : std::nullopt;
}

std::optional<double> focus_in(const Finding& finding, const PassAudit& state) {
    const FocusAudit* focus = nullptr;
    if (finding.focus == 0 && state.focus) focus = &*state.focus;
    for (const FocusAudit& other : state.other_foci)
        if (other.which == finding.focus) focus = &other;
    if (focus == nullptr) return std::nullopt;
    // What was kept has this budget and no lead has; see judge_focus().
    return finding.budget == kHeldKept ? focus->kept : focus->lead;
}

std::optional<double> shadows_in(const Finding& finding, const PassAudit& state) {
    const auto part = std::ranges::find(state.colours, finding.parts.empty() ? 0 : finding.parts[0],
                                        &PartColours::part);
    if (part == state.colours.end()) return std::nullopt;
    return part->shadows.intensity;
}

}  // namespace

std::optional<double> figure_in(const Finding& finding, const PassAudit& state) {
    switch (finding.code) {
        case FindingCode::values_slip: return state.value.judged_p95;
        case FindingCode::part_swap:
        case FindingCode::parts_close: return gap_in(finding, state);
        case FindingCode::focus_slips: return focus_in(finding, state);
        case FindingCode::swing_slips:
        case FindingCode::swing_short: return state.swing.swing;
        case FindingCode::range_shrinks: return state.range.kept;
        case FindingCode::shape_slips: return state.shape.kept;
        case FindingCode::accents_spread: return state.intensity.accent_share;
        case FindingCode::colour_leaves_focus: return state.intensity.lead;
        case FindingCode::extremes: return state.extremes.share();
        case FindingCode::grey_shadows: return shadows_in(finding, state);
        case FindingCode::light_differs: return state.shared_light;
        case FindingCode::gaps:
            return state.gaps ? std::optional(static_cast<double>(state.gaps->count))
                              : std::nullopt;
        case FindingCode::edges_slip:
            return state.edges ? std::optional(state.edges->hard()) : std::nullopt;
        case FindingCode::soft_edges_lost:
            return state.edges ? std::optional(state.edges->soft()) : std::nullopt;
        case FindingCode::background_loud: return background_of(state.focus);
        default: return std::nullopt;
    }
}

double excess_of(const Finding& finding, double figure) {
    const double budget = finding.budget.value_or(0);
    const double unit = std::max(std::fabs(budget), 1e-3);
    if (finding.code == FindingCode::swing_slips && finding.swing_to_be_small)
        return (std::fabs(figure) - budget) / unit;
    if (grows_worse(finding.code)) return (figure - budget) / unit;
    // A swing that is to be negative is the larger the further below it is.
    return budget < 0 && (finding.code == FindingCode::swing_slips ||
                          finding.code == FindingCode::swing_short)
               ? (figure - budget) / unit
               : (budget - figure) / unit;
}

bool same_thing(const Finding& a, const Finding& b) {
    // The part that agrees least with the common light is a word of its sentence; the light is one.
    const bool about_parts = a.code != FindingCode::light_differs;
    return a.code == b.code && a.focus == b.focus && (!about_parts || a.parts == b.parts);
}

bool no_worse(const Finding& finding, double figure, double than) {
    return excess_of(finding, figure) <= excess_of(finding, than) + 0.01;
}

Meant meant_of(const Painting& painting, const Finding& finding, std::string note) {
    const auto pass = static_cast<std::size_t>(finding.pass);
    return {std::string(id_of(finding.code)),
            pass > 0 ? painting.passes[pass - 1].name : std::string(),
            finding.parts,
            finding.focus,
            finding.figure.value_or(0),
            std::move(note)};
}

void mark_meant(const Painting& painting, std::vector<Finding>& findings) {
    for (Finding& finding : findings) {
        finding.meant.reset();
        if (!finding.figure) continue;
        const Meant now = meant_of(painting, finding, {});
        for (const Meant& meant : painting.meant)
            if (meant.finding == now.finding && meant.pass == now.pass &&
                meant.parts == now.parts && meant.focus == now.focus &&
                no_worse(finding, now.figure, meant.figure))
                finding.meant = meant.note;
    }
    std::ranges::stable_partition(findings, [](const Finding& f) { return !f.meant; });
}

}  // namespace underpaint
