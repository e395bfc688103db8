// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/pass_numbers.h"

#include <algorithm>

namespace underpaint {
namespace {

constexpr std::uint64_t kRoundsRemembered = 32;

/// What of the pass is seen in pixels, but for its parts.
Pass bare(Pass pass, bool group_mixes) {
    pass.name.clear();
    pass.intent = Intent::keep;
    pass.ground = false;
    pass.reach.parts.clear();
    pass.reach.kept.clear();
    if (!group_mixes) pass.group = kNoGroup;
    return pass;
}

}  // namespace

std::vector<PassNumber> PassNumbers::of(const Painting& painting) {
    ++round_;
    std::vector<PassNumber> numbers;
    for (const Pass& pass : painting.passes) {
        const bool clips = pass.clipped && !numbers.empty();
        const PassNumber clip = clips ? numbers.back() : 0;
        std::vector<SharedPicture> masks = reached_masks(painting, pass.reach);
        if (!painting.lays(pass) || (masks.empty() && pass.reach.has_parts()) ||
            (clips && clip == 0)) {
            numbers.push_back(0);
            continue;
        }
        const Group* group = painting.group(pass.group);
        const bool mixes = group != nullptr && group->mixes();
        Known wanted{
            bare(pass, mixes), std::move(masks), mixes ? group->strength : 1, clip, 0, round_};
        const auto known = std::ranges::find_if(known_, [&](const Known& k) {
            return k.masks == wanted.masks && k.weight == wanted.weight && k.clip == wanted.clip &&
                   k.pass == wanted.pass;
        });
        if (known != known_.end()) {
            known->asked = round_;
            numbers.push_back(known->number);
        } else {
            wanted.number = ++last_;
            numbers.push_back(last_);
            known_.push_back(std::move(wanted));
        }
    }
    std::erase_if(known_, [&](const Known& k) { return k.asked + kRoundsRemembered < round_; });
    return numbers;
}

}  // namespace underpaint
