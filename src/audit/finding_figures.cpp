// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/finding_figures.h"

#include <algorithm>
#include <cmath>

namespace underpaint {
std::optional<double> figure_in(const Finding& finding, const PassAudit& state) {
    const FindingKind* kind = kind_of(finding.code);
    if (kind != nullptr && kind->figure != nullptr) return kind->figure(finding, state);
    const MeasureRecord* measure = measure_of(finding.code);
    return measure != nullptr && measure->figure != nullptr ? measure->figure(state) : std::nullopt;
}

double excess_of(const Finding& finding, double figure) {
    const double budget = finding.budget.value_or(0);
    const double unit = std::max(std::fabs(budget), 1e-3);
    const FindingKind* kind = kind_of(finding.code);
    const Better better = kind == nullptr               ? Better::large
                          : kind->better_for != nullptr ? kind->better_for(finding)
                                                        : kind->better;
    switch (better) {
        case Better::large: return (budget - figure) / unit;
        case Better::small: return (figure - budget) / unit;
        case Better::near_nought: return (std::fabs(figure) - budget) / unit;
    }
    return 0;
}

bool same_thing(const Finding& a, const Finding& b) {
    const FindingKind* kind = kind_of(a.code);
    const bool about_parts = kind == nullptr || kind->about_its_parts;
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
