// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/blame.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "audit/finding_figures.h"
#include "painting/changes.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kBlameSide = 300;    // long side of the copy
constexpr double kNoShare = 0.05;  // of the slip

/// Above 0 where `to` is worse than `from`, in the figure's unit.
double worsening(const Finding& finding, double from, double to) {
    const double unit = std::max(std::fabs(finding.budget.value_or(0)), 1e-3);
    return (excess_of(finding, to) - excess_of(finding, from)) * unit;
}

/// The small painting with each pass alone switched off.
std::optional<std::vector<std::optional<Audit>>> without_each(const Painting& painting,
                                                              const AuditOptions& options,
                                                              const Audit& all,
                                                              const std::stop_token& stop) {
    std::vector<std::optional<Audit>> audits(painting.passes.size());
    if (painting.passes.size() > kMostBlamed) return audits;
    for (std::size_t i = 0; i < painting.passes.size(); ++i) {
        if (!painting.lays(painting.passes[i])) continue;
        Painting without = painting;
        without.passes[i].on = false;
        AuditOptions rest = options;
        rest.known.audit = &all;
        rest.known.passes = common_figures(painting, without);
        audits[i] = audit(without, rest, stop);
        if (!audits[i]) return std::nullopt;
    }
    return audits;
}

bool hides_some(const PassShare& share, double whole) {
    return share.laid <= 0 && share.alone < -kNoShare * whole;
}

std::string in_words(const std::vector<PassShare>& shares, double whole, int decimals) {
    std::string took, hides;
    for (const PassShare& share : shares) {
        if (share.laid > 0)
            took += fmt::format("{}pass {} took {:.{}f}", took.empty() ? "" : ", ", share.pass,
                                share.laid, decimals);
        if (hides_some(share, whole))
            hides +=
                fmt::format(" Pass {} hides {:.{}f} of it.", share.pass, -share.alone, decimals);
    }
    if (!took.empty()) took[0] = 'P';
    return took + "." + hides;
}

/// Puts who did it in the place of the last words, which name one pass.
void say(Finding& finding, double whole) {
    const std::string last = fmt::format("Pass {}.", finding.pass);
    if (!finding.text.ends_with(last)) return;
    const auto took =
        std::ranges::count_if(finding.shares, [](const PassShare& s) { return s.laid > 0; });
    const bool hidden = std::ranges::any_of(
        finding.shares, [&](const PassShare& share) { return hides_some(share, whole); });
    finding.text.resize(finding.text.size() - last.size());
    if (took <= 1 && !hidden) {
        finding.text += fmt::format("Pass {}{}.", finding.pass, took == 1 ? ", alone" : "");
        return;
    }
    finding.text += in_words(finding.shares, whole, whole < 0.095 ? 3 : whole < 0.95 ? 2 : 1);
}

}  // namespace

bool find_shares(const Painting& painting, const Audit& figures, std::vector<Finding>& findings,
                 const HouseRules& own, const std::stop_token& stop) {
    const auto slipped = [](const Finding& finding) {
        // Shadows without colour were no better before anything was laid.
        return is_bad(finding.verdict) && finding.figure && finding.budget &&
               finding.code != FindingCode::grey_shadows;
    };
    if (std::ranges::none_of(findings, slipped)) return true;
    AuditOptions options;
    options.reader = figures.reader;
    options.level = level_for(painting.size(), kBlameSide);
    options.own_rules = own;
    const auto all = audit(painting, options, stop);
    const auto without = all ? without_each(painting, options, *all, stop) : std::nullopt;
    if (!without) return false;
    for (Finding& finding : findings) {
        if (!slipped(finding)) continue;
        finding.shares.clear();
        const auto sealed = figure_in(finding, figures.ground);
        const auto now = figure_in(finding, figures.passes.back());
        const auto small = figure_in(finding, all->passes.back());
        if (!now) continue;
        // What was lost is counted from where it was best, which for what is sealed is the seal.
        double best = sealed.value_or(0);
        int from = 0;
        for (const PassAudit& pass : figures.passes) {
            const auto figure = figure_in(finding, pass);
            if (!figure || pass.open) continue;
            if ((!sealed && from == 0) || excess_of(finding, *figure) < excess_of(finding, best))
                best = *figure, from = pass.index;
        }
        const double whole = worsening(finding, best, *now);
        if (whole <= 0) continue;
        for (const PassAudit& pass : figures.passes) {
            if (pass.index <= from) continue;
            const auto index = static_cast<std::size_t>(pass.index) - 1;
            const auto before = figure_in(finding, figures.before(pass)),
                       after = figure_in(finding, pass);
            PassShare share{pass.index, 0, 0};
            if (after) share.laid = worsening(finding, before.value_or(best), *after);
            if (small && (*without)[index])
                if (const auto off = figure_in(finding, (*without)[index]->passes.back()))
                    share.alone = worsening(finding, *off, *small);
            if (std::fabs(share.laid) >= kNoShare * whole ||
                std::fabs(share.alone) >= kNoShare * whole)
                finding.shares.push_back(share);
        }
        say(finding, whole);
    }
    return true;
}

}  // namespace underpaint
