// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "audit/mends/laying.h"
#include "audit/value_mends.h"
#include "terms/shown_name.h"
#include "terms/value_curves.h"

namespace underpaint {
namespace {

constexpr int kTrialSide = 400;  // long side at which it is tried

}  // namespace

std::optional<Mend> mend_part(const Painting& painting, const ValuesAudit& figures,
                              const Part& part, double wanted, const std::stop_token& stop) {
    const auto found = std::ranges::find(figures.parts, part.id, &PartFigures::part);
    if (found == figures.parts.end() || !found->steps) return std::nullopt;
    const bool lift = wanted > found->steps->mean;
    const std::string name = (lift ? "Lift " : "Deepen ") + shown_name(part.name);
    const auto pass_by = [&](double by) {
        Pass pass =
            value_pass(name, curve_source(shift_curve(by)), lift ? Intent::lift : Intent::deepen);
        pass.reach.parts = {part.id};
        return pass;
    };
    const auto mean_after = [&](double by) -> std::optional<double> {
        const auto tried = with_laid(painting, pass_by(by), figures.reader, kTrialSide, stop);
        if (!tried) return std::nullopt;
        const auto at = std::ranges::find(tried->parts, part.id, &PartFigures::part);
        return at->steps ? std::optional(at->steps->mean) : std::nullopt;
    };
    const auto by = bisect(-2, 2, wanted, mean_after);
    const auto reached = by ? mean_after(*by) : std::nullopt;
    if (!reached || std::abs(*reached - wanted) > 0.1) return std::nullopt;
    return laying(fmt::format("{} to {:.1f}", name, figures.said(wanted)),
                  fmt::format("Would bring its mean from {:.1f} to {:.1f}",
                              figures.said(found->steps->mean), figures.said(*reached)),
                  pass_by(*by));
}

}  // namespace underpaint
