// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/focus.h"

#include <algorithm>

namespace underpaint {

std::optional<FocusAudit> audit_focus(const ViewingSteps& now, std::span<const Focus> foci,
                                      const std::optional<FocusAudit>& sealed, Search search) {
    if (foci.empty()) return std::nullopt;
    const Focus& lead = foci.front();
    const auto contrast = disc_contrast(
        now.steps, {lead.centre.x * now.scale, lead.centre.y * now.scale}, lead.radius * now.scale);
    if (!contrast) return std::nullopt;
    FocusAudit result;
    result.contrast = *contrast;
    const double then = sealed ? sealed->contrast : *contrast;
    if (then >= kFaintContrast) result.kept = *contrast / then;
    result.rival = best_rival(now, foci, lead.radius, search);
    if (result.rival) {
        const double other = result.rival->contrast;
        if (other > 0 && std::max(other, *contrast) >= kFaintContrast)
            result.lead = *contrast / other;
    }
    result.verdict = judge_focus(result.kept, result.lead, sealed ? sealed->lead : result.lead);
    return result;
}

Verdict judge_focus(std::optional<double> kept, std::optional<double> lead,
                    std::optional<double> sealed_lead) {
    if (!kept) return Verdict::open;
    const bool led = !sealed_lead || *sealed_lead >= 1;
    if (*kept < 0.75 || (led && lead && *lead < 0.95)) return Verdict::lost;
    const bool leads = !lead || *lead >= 1 || (sealed_lead && *lead >= *sealed_lead - 0.02);
    return *kept >= 0.9 && leads ? Verdict::held : Verdict::slipping;
}

}  // namespace underpaint
