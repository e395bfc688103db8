// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/painting.h"

#include <algorithm>

namespace underpaint {

const Part* Painting::part(PartId id) const {
    const auto found = std::ranges::find(parts, id, &Part::id);
    return found == parts.end() ? nullptr : &*found;
}

const Group* Painting::group(GroupId id) const {
    const auto found = std::ranges::find(groups, id, &Group::id);
    return found == groups.end() ? nullptr : &*found;
}

const Version* Painting::find_version(VersionId id) const {
    const auto found = std::ranges::find(versions, id, &Version::id);
    return found == versions.end() ? nullptr : &*found;
}

bool Painting::lays(const Pass& pass) const {
    const Group* of = group(pass.group);
    return !pass.does_nothing() && (of == nullptr || !of->does_nothing());
}

Painting with_records_of(Painting painting, const Painting& other) {
    painting.log = other.log;
    painting.saves = other.saves;
    painting.last_report = other.last_report;
    return painting;
}

bool same_but_for_records(const Painting& a, const Painting& b) {
    return with_records_of(a, b) == b;
}

std::vector<SharedPicture> reached_masks(const Painting& painting, const Reach& reach) {
    std::vector<SharedPicture> masks;
    for (const PartId id : reach.parts)
        if (const Part* part = painting.part(id)) masks.push_back(part->mask);
    for (const KeptMask& kept : reach.kept) masks.push_back(kept.mask);
    return masks;
}

}  // namespace underpaint
