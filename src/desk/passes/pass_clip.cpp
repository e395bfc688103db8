// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/pass_clip.h"

#include <algorithm>

#include "desk/kit/words.h"

namespace underpaint {

PassClip::PassClip(const Painting& painting, std::size_t pass) : pass_(painting.passes[pass]) {
    setText(shown(pass_.name));
    for (const PartId id : pass_.reach.parts)
        if (const Part* part = painting.part(id)) parts_.push_back({part->name, part->mask});
    std::ranges::copy(pass_.reach.kept, std::back_inserter(parts_));
    pass_.group = kNoGroup;
}

Pass PassClip::fitted_to(const Painting& painting) const {
    Pass pass = pass_;
    Reach& reach = pass.reach;
    const bool had = reach.has_parts();
    reach.parts.clear();
    reach.kept.clear();
    for (const KeptMask& kept : parts_) {
        const auto known = std::ranges::find(painting.parts, kept.name, &Part::name);
        if (known != painting.parts.end())
            reach.parts.push_back(known->id);
        else if (kept.mask->size() == painting.size())
            reach.kept.push_back(kept);
    }
    if (reach.painted && reach.painted->size() != painting.size()) {
        reach.painted = nullptr;
        pass.on = false;
    }
    // Without what it reached it would land everywhere.
    if (had && !reach.has_parts()) pass.on = false;
    return pass;
}

std::optional<Pass> pasted_pass(const QMimeData& data, const Painting& painting) {
    const auto* clip = qobject_cast<const PassClip*>(&data);
    return clip != nullptr ? std::optional(clip->fitted_to(painting)) : std::nullopt;
}

}  // namespace underpaint
