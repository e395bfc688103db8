// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/pass_mends.h"

#include <algorithm>
#include <cassert>

#include "audit/mends/pass_mend.h"

namespace underpaint {
namespace {

/// A finding that says what is wished, not what slipped.
bool is_wanted(FindingCode code) {
    return code == kWithoutEffect;
}

}  // namespace

std::vector<Mend> mends_for(const Painting& painting, const Finding& finding, const Audit& figures,
                            const HouseRules& own, const std::stop_token& stop) {
    assert(figures.exact && figures.passes.size() == painting.passes.size());
    if (finding.pass == 0 || (!is_bad(finding.verdict) && !is_wanted(finding.code))) return {};
    const auto pass = static_cast<std::size_t>(finding.pass) - 1;
    if (!painting.lays(painting.passes[pass]) || figures.passes[pass].open) return {};
    const PassTrial trial(painting, figures, finding, pass, own, stop);
    std::vector<Mend> mends;
    for (const PassMend* mend : kPassMends) {
        if (stop.stop_requested()) return {};
        if (std::ranges::find(mend->against, finding.code) == mend->against.end()) continue;
        auto made = mend->make(trial);
        if (made) made = trial.weighed(std::move(*made));
        if (made) mends.push_back(std::move(*made));
    }
    std::ranges::stable_sort(mends, [](const Mend& a, const Mend& b) {
        return a.safe != b.safe ? a.safe : a.moves < b.moves;
    });
    return stop.stop_requested() ? std::vector<Mend>() : mends;
}

std::vector<Mend> mends_for(const Painting& painting, std::size_t pass, const Audit& figures,
                            const std::stop_token& stop) {
    const bool first = pass == 0 || figures.passes[pass - 1].open;
    const double before = first ? 0 : figures.passes[pass - 1].value.judged_p95;
    const double now = figures.passes[pass].value.judged_p95;
    if (now <= std::max(figures.limits.drift, before)) return {};
    Finding finding;
    finding.code = kValuesSlip;
    finding.verdict = Verdict::slipping;
    finding.pass = static_cast<int>(pass) + 1;
    finding.figure = now;
    finding.budget = figures.limits.drift;
    return mends_for(painting, finding, figures, {}, stop);
}

}  // namespace underpaint
