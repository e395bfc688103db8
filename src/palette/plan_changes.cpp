// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/plan_changes.h"

namespace underpaint {

ColourPlan tuned_plan(ColourPlan plan, const Palette& palette, const Tune& tune) {
    const auto move = [&](PlannedPart& part) {
        for (auto& tone : part.tones) {
            if (!tone) continue;
            if (const Rgb* own = std::get_if<Rgb>(&*tone)) {
                tone = tuned(*own, tune);
            } else if (const PaletteColour* colour = palette.find(std::get<ColourId>(*tone))) {
                tone = tuned(colour->colour, tune);
            }
        }
    };
    if (!tune.changes()) return plan;
    move(plan.whole);
    for (auto& [id, part] : plan.parts) move(part);
    return plan;
}

}  // namespace underpaint
