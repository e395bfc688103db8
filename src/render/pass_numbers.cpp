// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/pass_numbers.h"

#include <algorithm>

namespace underpaint {
namespace {

constexpr std::uint64_t kRoundsRemembered = 32;

/// What of the pass is seen in pixels.
Pass bare(Pass pass) {
    pass.name.clear();
    pass.intent = Intent::keep;
    pass.reach.parts.clear();
    return pass;
}

}  // namespace

std::vector<PassNumber> PassNumbers::of(const Painting& painting) {
    ++round_;
    std::vector<PassNumber> numbers;
    for (const Pass& pass : painting.passes) {
        if (pass.does_nothing()) {
            numbers.push_back(0);
            continue;
        }
        Known wanted{bare(pass), {}, 0, round_};
        for (const PartId id : pass.reach.parts)
            if (const Part* part = painting.part(id)) wanted.masks.push_back(part->mask);
        if (wanted.masks.empty() && !pass.reach.parts.empty()) {
            numbers.push_back(0);
            continue;
        }
        const auto known = std::ranges::find_if(known_, [&](const Known& k) {
            return k.masks == wanted.masks && k.pass == wanted.pass;
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
