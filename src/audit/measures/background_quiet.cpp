// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/background_quiet.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "audit/slips.h"
#include "audit/sought.h"
#include "terms/figures.h"
#include "terms/shown_name.h"

namespace underpaint {

std::optional<double> background_of(const std::optional<FocusAudit>& focus) {
    if (!focus || !focus->lead || *focus->lead <= 0) return std::nullopt;
    return 1 - 1 / *focus->lead;
}

namespace {

std::optional<double> figure(const PassAudit& pass) {
    return background_of(pass.focus);
}

std::optional<Bounds> bounds(const Audit& audit, const PassAudit&) {
    const auto sealed = background_of(audit.ground.focus);
    if (!sealed) return std::nullopt;
    const double wanted = std::min(audit.limits.background, *sealed);
    return Bounds{wanted - 0.02, wanted - 0.1};
}

bool judge(const Judging&, Audit& audit) {
    for (PassAudit& pass : audit.passes)
        pass.background_verdict = judged(kBackgroundMeasure, audit, pass);
    return true;
}

/// "12% less", or "3% more" of what there is to be less of.
std::string less_or_more(double less) {
    return fmt::format("{:.0f}% {}", 100 * std::fabs(less), less < 0 ? "more" : "less");
}

void find(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    if (painting.plan.foci.empty()) return;
    find_slips(
        audit, kBackgroundLoud, [](const PassAudit& pass) { return pass.background_verdict; },
        [&](const PassAudit& pass, Finding& finding) {
            const double now = *background_of(pass.focus),
                         sealed = *background_of(audit.ground.focus);
            finding.text = fmt::format(
                "The strongest place beside {} has {} contrast; sealed {}, the house rules ask for "
                "{}",
                shown_name(painting.plan.foci.front().name), less_or_more(now),
                less_or_more(sealed), less_or_more(audit.limits.background));
            finding.figure = now;
            finding.budget = bounds(audit, pass)->held;
        },
        findings);
}

std::optional<FigureWords> words(const PassAudit& pass) {
    const auto background = background_of(pass.focus);
    if (!background) return std::nullopt;
    const double share = 100 * *background;
    const std::string now = share < 0 ? with_sign(share, 0) + "%" : fmt::format("{:.0f}%", share);
    return said_once(now, pass.background_verdict);
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    return {{"quieter", background_of(pass.focus)}};
}

constexpr std::array kKinds{FindingKind{
    .code = kBackgroundLoud,
    .viewed = true,
    .place = focus_and_rival,
}};

}  // namespace

const MeasureRecord kBackgroundMeasure{
    .id = "background",
    .label = "Background is quieter by",
    .kinds = {kKinds, kBackgroundCodes},
    .figure = figure,
    .bounds = bounds,
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
