// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/laid_shares.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include "audit/finding_figures.h"

namespace underpaint {

double worsening(const Finding& finding, double from, double to) {
    const double unit = std::max(std::fabs(finding.budget.value_or(0)), 1e-3);
    return (excess_of(finding, to) - excess_of(finding, from)) * unit;
}

LaidShares laid_shares(const Finding& finding, const Audit& figures, std::size_t upto) {
    LaidShares laid;
    if (!finding.budget || figures.passes.empty()) return laid;
    const std::span passes(figures.passes.data(), std::min(upto, figures.passes.size()));
    const auto now = passes.empty() ? std::nullopt : figure_in(finding, passes.back());
    if (!now) return laid;
    const auto sealed = figure_in(finding, figures.ground);
    laid.best = sealed.value_or(0);
    int from = 0;
    bool begun = sealed.has_value();
    for (const PassAudit& pass : passes) {
        const auto figure = figure_in(finding, pass);
        if (!figure || pass.open) continue;
        if (!std::exchange(begun, true)) {
            // The seal has no such figure, so the share of the first pass is counted from the
            // budget.
            const bool beyond = excess_of(finding, *figure) > 0;
            laid.best = beyond ? *finding.budget : *figure;
            from = beyond ? pass.index - 1 : pass.index;
        } else if (excess_of(finding, *figure) < excess_of(finding, laid.best)) {
            laid.best = *figure, from = pass.index;
        }
    }
    laid.whole = std::max(0.0, worsening(finding, laid.best, *now));
    for (const PassAudit& pass : passes) {
        if (pass.index <= from) continue;
        const auto before = figure_in(finding, figures.before(pass)),
                   after = figure_in(finding, pass);
        laid.shares.push_back(
            {pass.index, after ? worsening(finding, before.value_or(laid.best), *after) : 0, 0});
    }
    return laid;
}

int most_to_blame(const Finding& finding, const Audit& figures, int tipped, std::size_t upto) {
    const LaidShares laid = laid_shares(finding, figures, upto);
    const auto most = std::ranges::max_element(laid.shares, {}, &PassShare::laid);
    return laid.whole > 0 && most != laid.shares.end() && most->laid > 0 ? most->pass : tipped;
}

}  // namespace underpaint
