// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/range_kept.h"

#include <fmt/format.h>

#include "audit/measures.h"

namespace underpaint {
namespace {

void report(const StateReport& from, PassAudit& pass) {
    if (from.ground.steps.count() == 0) return;  // not measured
    const double was = range_of(from.ground.steps).width();
    if (was > 0) pass.range.kept = range_of(from.state.steps).width() / was;
}

std::optional<FigureWords> words(const PassAudit& pass) {
    const std::string kept =
        pass.range.kept ? fmt::format("{:.0f}%", 100 * *pass.range.kept) : "flat";
    return FigureWords{kept, {}, kept, Verdict::open};
}

std::vector<FigureField> fields(const PassAudit& pass) {
    return {{"kept", pass.range.kept}};
}

}  // namespace

const MeasureRecord kRangeMeasure{
    .id = "range",
    .label = "Range kept",
    .judged = false,
    .report = report,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
