// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/stroke_agreement.h"

#include "audit/measures.h"
#include "audit/strokes.h"
#include "terms/figures.h"

namespace underpaint {

bool has_strokes(const Pass& pass) {
    return std::holds_alternative<Painted>(pass.source) ||
           std::holds_alternative<Placed>(pass.source) || pass.reach.painted != nullptr;
}

namespace {

/// Nothing scolds: strokes across the grain can be wanted.
bool walk(const Painting& painting, std::size_t known, const std::stop_token& stop, Audit& audit) {
    std::optional<StrokeField> sealed;
    for (std::size_t i = known; i < audit.passes.size(); ++i) {
        const Pass& pass = painting.passes[i];
        if (!has_strokes(pass) || !painting.lays(pass)) continue;
        if (!sealed) sealed = sealed_strokes(painting, stop);
        const auto own = sealed ? strokes_of_pass(painting, i, stop) : std::nullopt;
        if (!own) return false;
        audit.passes[i].strokes = agreement(*sealed, *own);
    }
    return true;
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.strokes) return std::nullopt;
    const std::string now = with_sign(*pass.strokes, 2);
    return said_once(now, Verdict::held);
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    return {{"agreement", pass.strokes}};
}

}  // namespace

const MeasureRecord kStrokesMeasure{
    .id = "stroke_agreement",
    .label = "Strokes and colour agree",
    .judged = false,
    .walk = walk,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
