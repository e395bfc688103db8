// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <span>

#include "blend/table.h"
#include "raster/rgb_block.h"

namespace underpaint {

// Whole rows at once; see row_tolerance.h for what holds of all of them.

/// Table::operator(), for curves and gradients. May be done in place.
void table_row(const Table& table, std::span<const float> in, std::span<float> out);

/// ColourTable::operator(), for gradients: a third of the time of three tables.
void table_row(const ColourTable& table, std::span<const float> in, RgbRow out);

/// Coverage taken together: where either covers, and where both do.
void unite_row(std::span<float> coverage, std::span<const float> other);
void intersect_row(std::span<float> coverage, std::span<const float> other);

}  // namespace underpaint
