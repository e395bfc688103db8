// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/painting.h"

namespace underpaint {

// Changes of several passes below the seal line at once, and of their groups. `passes` are their
// places, rising; a change that names one, or a group, that is not there gives the painting back as
// it was.

using PassPlaces = std::vector<std::size_t>;

/// Groups as they have to be: one without passes is dropped; a pass whose group is not there, or
/// stands elsewhere already, is of none.
Painting with_settled_groups(Painting painting);

/// Brings the passes together, where the first of them lies, as a new group.
Painting with_passes_grouped(Painting painting, const PassPlaces& passes, std::string name);
/// Replaces the group of that number.
Painting with_changed_group(Painting painting, Group group);
/// Its passes stay.
Painting without_group(Painting painting, GroupId id);
/// The places of its passes.
PassPlaces places_of(const Painting& painting, GroupId id);

/// Lays the passes, in their order, before the one that stands at `to` now, or last; they become of
/// the group `into`, or of none. Where `to` lies within another group they join that.
Painting with_passes_moved(Painting painting, const PassPlaces& passes, std::size_t to,
                           GroupId into = kNoGroup);
Painting without_passes(Painting painting, const PassPlaces& passes);
Painting with_passes_on(Painting painting, const PassPlaces& passes, bool on);
/// The same passes once more, after the last of them.
Painting with_passes_doubled(Painting painting, const PassPlaces& passes);

}  // namespace underpaint
