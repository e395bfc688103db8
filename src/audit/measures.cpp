// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures.h"

#include "audit/map_turns.h"
#include "audit/overlays.h"
#include "audit/value_findings.h"

namespace underpaint {

namespace {

consteval bool no_code_is_there_twice() {
    std::vector<FindingCode> all;
    for (const ListedMeasure& listed : kListedMeasures)
        all.insert(all.end(), listed.codes.begin(), listed.codes.end());
    for (const FindingCode code :
         {kAllHeld, kNothingLaid, kOpenYet, kOverlaySpreads, kMapTurns, kFocusLeads, kRangeIs,
          kOneValue, kRangeOff, kKeyOff, kShapeOff, kPartOff, kEdgesCompete, kBareWhite,
          kBandNarrow, kNoSoftEdges, kScatteredDarks})
        all.push_back(code);
    std::ranges::sort(all);
    return std::ranges::adjacent_find(all) == all.end();
}
static_assert(no_code_is_there_twice());

}  // namespace

Verdict judged(const MeasureRecord& measure, const Audit& audit, const PassAudit& pass) {
    if (pass.open) return Verdict::open;
    const auto figure = measure.figure(pass);
    const auto bounds = measure.bounds(audit, pass);
    return figure && bounds ? judged(*figure, *bounds) : Verdict::open;
}

bool stands_as_before(const PassAudit& pass) {
    constexpr double least = 1.0 / 2000;
    return pass.value.own.max < least;
}

Verdict Audit::balance() const {
    return passes.empty() ? Verdict::held : passes.back().value.verdict;
}

}  // namespace underpaint
