// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/overlays.h"

#include <fmt/format.h>

#include "audit/sought.h"
#include "terms/shown_name.h"

namespace underpaint {

void find_overlays(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    if (!audit.limits.overlays_touch_only) return;
    for (const PassAudit& audited : audit.passes) {
        const Pass& pass = painting.passes[static_cast<std::size_t>(audited.index) - 1];
        if (pass.blend != BlendMode::overlay && pass.blend != BlendMode::soft_light) continue;
        if (!audited.no_effect || audited.no_effect->reach <= kTouches) continue;
        Finding finding{kOverlaySpreads, Verdict::open, audited.index};
        finding.text = fmt::format(
            "{} lays {} over {:.0f}% of the picture; the house rules keep it for touches. Pass {}.",
            shown_name(pass.name), text_of(pass.blend).label, 100 * audited.no_effect->reach,
            audited.index);
        finding.figure = audited.no_effect->reach;
        finding.budget = kTouches;
        findings.push_back(std::move(finding));
    }
}

namespace {

MarkPixels anything_changed() {
    return [](const PassStates& states, FloatBlock& cover) {
        const auto was = states.before.all(), is = states.after.all();
        mark_where(cover, [&](std::size_t i) { return !(was[i] == is[i]); });
    };
}

}  // namespace

const FindingKind kOverlayKind{
    .code = kOverlaySpreads,
    .better = Better::small,
    .place = [](const Sought& sought) { return sought.by_pass(anything_changed()); },
};

}  // namespace underpaint
