// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "painting/painting.h"

namespace underpaint {

// Every change is a function from painting to painting. Numbers are brought into their ranges here,
// so that no other place has to doubt them; an index that does not exist is a caller's bug.

Painting with_seal(Painting painting, std::string date);
Painting with_part(Painting painting, std::string name, SharedPicture mask);
Painting with_part_renamed(Painting painting, PartId id, std::string name);
/// The part must not be in use by a pass: a pass left without parts would reach everywhere.
Painting without_part(Painting painting, PartId id);
bool part_in_use(const Painting& painting, PartId id);
Painting with_foci(Painting painting, std::vector<Focus> foci);
Painting with_splits(Painting painting, ShapeCount count, Splits splits);

/// Lays a pass after all others.
Painting with_pass(Painting painting, Pass pass);
Painting with_pass_at(Painting painting, std::size_t index, Pass pass);
/// Replaces pass `index`.
Painting with_changed_pass(Painting painting, std::size_t index, Pass pass);
Painting without_pass(Painting painting, std::size_t index);
Painting with_pass_moved(Painting painting, std::size_t from, std::size_t to);

/// The pass with every number inside its range.
Pass in_range(Pass pass);

}  // namespace underpaint
