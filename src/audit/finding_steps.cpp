// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/finding_steps.h"

#include <algorithm>

namespace underpaint {

std::vector<double> steps_about(const Finding& finding, const Audit& figures) {
    if (figures.passes.empty()) return {};
    const PassAudit& now = figures.passes.back();
    if (finding.code == kExtremesAdded) {
        std::vector<double> ends;
        if (now.extremes.black > 0) ends.push_back(1);
        if (now.extremes.white > 0) ends.push_back(9);
        return ends;
    }
    if (finding.code == kRangeShrinks) {
        const Range &was = figures.ground.range.range, &is = now.range.range;
        if (is.darkest - was.darkest > was.lightest - is.lightest) return {was.darkest, is.darkest};
        return {was.lightest, is.lightest};
    }
    std::vector<double> steps;
    for (const PartStep& part : now.parts)
        if (std::ranges::count(finding.parts, part.part) > 0)
            steps.insert(steps.end(), {part.sealed, part.now});
    return steps;
}

}  // namespace underpaint
