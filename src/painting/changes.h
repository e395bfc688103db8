// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "painting/stage.h"

namespace underpaint {

// Every change is a function from painting to painting. Numbers are brought into their ranges here,
// and what refers to nothing is refused, so that no other place has to doubt either: a change that
// names a pass, seal or part that is not there, or brings a mask or picture of another size, gives
// the painting back as it was.

/// Whether a pass fits a painting: the parts that it reaches are there, what is painted is of its
/// size.
bool fits(const Painting& painting, const Pass& pass);

/// Seals `picture`, of the painting's size, or what there is without a value pass: the underpaint.
/// The new seal is in force.
Painting with_seal(Painting painting, std::string date, SharedPicture picture = nullptr);
/// Puts seal `index`, an older one perhaps, in force.
Painting with_seal_in_force(Painting painting, std::size_t index);
Painting with_part(Painting painting, std::string name, SharedPicture mask);
Painting with_part_renamed(Painting painting, PartId id, std::string name);
Painting with_part_mask(Painting painting, PartId id, SharedPicture mask);
Painting with_part_hidden(Painting painting, PartId id, bool hidden);
/// Takes the part from one place in the list to another.
Painting with_part_moved(Painting painting, std::size_t from, std::size_t to);
/// Passes that reach the part keep its mask.
Painting without_part(Painting painting, PartId id);
Painting with_foci(Painting painting, std::vector<Focus> foci);
Painting with_splits(Painting painting, ShapeCount count, Splits splits);
/// The plan without its foci and splits, which have changes of their own.
Painting with_plan(Painting painting, Plan plan);

/// A painting of one middle grey on which nothing was done yet, for what is said before it is
/// begun.
Painting blank_painting(std::string name);
/// Whether nothing of it is more than that but its brief and plan.
bool is_blank(const Painting& painting);
/// The painting with brief, log and plan of another; of the plan, what does not lie at a place.
Painting with_brief_of(Painting painting, const Painting& briefed);
/// Sets the brief; see in_range().
Painting with_brief(Painting painting, Brief brief);
/// Its palette; see in_range().
Painting with_palette(Painting painting, Palette palette);
/// Its colour plan, without what is planned for parts that are not there, or with colours that the
/// palette has not.
Painting with_colour_plan(Painting painting, ColourPlan plan);
/// Accepts a finding, in the place of what was accepted of the same before.
Painting with_meant(Painting painting, Meant meant);
/// Accepts it no longer.
Painting without_meant(Painting painting, const Meant& meant);
Painting with_log(Painting painting, WorkLog log);

/// Lays a pass after all others of its side of the seal line.
Painting with_pass(Painting painting, Pass pass, Stage stage = Stage::colour);
Painting with_pass_at(Painting painting, std::size_t index, Pass pass, Stage stage = Stage::colour);
/// Replaces pass `index`. The strength of a pass of a shading is that of the other too.
Painting with_changed_pass(Painting painting, std::size_t index, Pass pass,
                           Stage stage = Stage::colour);
Painting without_pass(Painting painting, std::size_t index, Stage stage = Stage::colour);
Painting with_pass_moved(Painting painting, std::size_t from, std::size_t to,
                         Stage stage = Stage::colour);

/// The pass with every number inside its range.
Pass in_range(Pass pass);

}  // namespace underpaint
