// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/group_changes.h"

#include <algorithm>

#include "terms/parameter.h"

namespace underpaint {
namespace {

bool are_there(const Painting& painting, const PassPlaces& passes) {
    return !passes.empty() && std::ranges::is_sorted(passes) &&
           passes.back() < painting.passes.size();
}

/// Takes the passes out.
std::vector<Pass> taken(Painting& painting, const PassPlaces& passes) {
    std::vector<Pass> out, left;
    for (std::size_t i = 0; i < painting.passes.size(); ++i)
        (std::ranges::binary_search(passes, i) ? out : left)
            .push_back(std::move(painting.passes[i]));
    painting.passes = std::move(left);
    return out;
}

void put(Painting& painting, std::size_t at, std::vector<Pass> passes, GroupId group) {
    for (Pass& pass : passes) pass.group = group;
    painting.passes.insert(painting.passes.begin() + static_cast<std::ptrdiff_t>(at),
                           std::make_move_iterator(passes.begin()),
                           std::make_move_iterator(passes.end()));
}

/// The group that a pass laid at a place would be within.
GroupId group_around(const Painting& painting, std::size_t at) {
    if (at == 0 || at >= painting.passes.size()) return kNoGroup;
    const GroupId before = painting.passes[at - 1].group;
    return before == painting.passes[at].group ? before : kNoGroup;
}

}  // namespace

Painting with_settled_groups(Painting painting) {
    std::vector<GroupId> ended;
    GroupId last = kNoGroup;
    for (Pass& pass : painting.passes) {
        if (pass.group != last) {
            ended.push_back(last);
            if (painting.group(pass.group) == nullptr || std::ranges::count(ended, pass.group) > 0)
                pass.group = kNoGroup;
        }
        last = pass.group;
    }
    std::erase_if(painting.groups, [&](const Group& group) {
        return std::ranges::find(painting.passes, group.id, &Pass::group) == painting.passes.end();
    });
    return painting;
}

Painting with_passes_grouped(Painting painting, const PassPlaces& passes, std::string name) {
    if (!are_there(painting, passes)) return painting;
    Group group;
    for (const Group& other : painting.groups) group.id = std::max(group.id, other.id);
    group.name = std::move(name);
    painting.groups.push_back({++group.id, group.name});
    std::size_t at = passes.front();
    // Not in the middle of another group, but after it.
    const GroupId around = painting.passes[at].group;
    std::vector<Pass> chosen = taken(painting, passes);
    while (around != kNoGroup && group_around(painting, at) == around) ++at;
    put(painting, at, std::move(chosen), group.id);
    return with_settled_groups(std::move(painting));
}

Painting with_changed_group(Painting painting, Group group) {
    group.strength = kStrength.clamp(group.strength);
    for (Group& other : painting.groups)
        if (other.id == group.id) other = group;
    return painting;
}

Painting without_group(Painting painting, GroupId id) {
    for (Pass& pass : painting.passes)
        if (pass.group == id) pass.group = kNoGroup;
    return with_settled_groups(std::move(painting));
}

PassPlaces places_of(const Painting& painting, GroupId id) {
    PassPlaces places;
    for (std::size_t i = 0; i < painting.passes.size(); ++i)
        if (painting.passes[i].group == id) places.push_back(i);
    return places;
}

Painting with_passes_moved(Painting painting, const PassPlaces& passes, std::size_t to,
                           GroupId into) {
    if (!are_there(painting, passes) || to > painting.passes.size()) return painting;
    if (into != kNoGroup && painting.group(into) == nullptr) return painting;
    to -= static_cast<std::size_t>(
        std::ranges::count_if(passes, [&](std::size_t place) { return place < to; }));
    std::vector<Pass> moved = taken(painting, passes);
    if (const GroupId around = group_around(painting, to); around != kNoGroup) into = around;
    put(painting, to, std::move(moved), into);
    return with_settled_groups(std::move(painting));
}

Painting without_passes(Painting painting, const PassPlaces& passes) {
    if (!are_there(painting, passes)) return painting;
    taken(painting, passes);
    return with_settled_groups(std::move(painting));
}

Painting with_passes_on(Painting painting, const PassPlaces& passes, bool on) {
    if (!are_there(painting, passes)) return painting;
    for (const std::size_t place : passes) painting.passes[place].on = on;
    return painting;
}

Painting with_passes_doubled(Painting painting, const PassPlaces& passes) {
    if (!are_there(painting, passes)) return painting;
    std::vector<Pass> copies;
    for (const std::size_t place : passes) copies.push_back(painting.passes[place]);
    put(painting, passes.back() + 1, std::move(copies), painting.passes[passes.back()].group);
    return with_settled_groups(std::move(painting));
}

}  // namespace underpaint
