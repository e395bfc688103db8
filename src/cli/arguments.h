// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/plan.h"
#include "palette/tubes.h"
#include "raster/geometry.h"
#include "report/choices.h"

namespace underpaint {

// What is written on a command line, read. Each throws CLI::ValidationError with a sentence for
// what it can't read.

/// --focus X,Y,R; `number` is for its name.
Focus focus_from(const std::string& text, std::size_t number);
/// --size WxH
Size size_from(const std::string& text);
/// #rrggbb, of the option `name`.
Rgb colour_from(const std::string& name, const std::string& text);
/// --tubes, by name or as #rrggbb, with commas; at most 8.
std::vector<Tube> tubes_from(const std::string& list);
/// --sections, by their ids with commas, in the order in which they are to stand.
std::vector<ReportSection> sections_from(const std::string& list);
/// --for, by its id: as the painter keeps it.
ReportSettings settings_for(const std::string& whom);
/// --parts, whole numbers with commas, as many as there are tubes.
std::vector<int> parts_from(const std::string& list, std::size_t tubes);

}  // namespace underpaint
