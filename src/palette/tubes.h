// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <string_view>

#include "painting/tube.h"
#include "palette/reflectance.h"

namespace underpaint {

/// Generic pigments in the order of the wheel, earths after them, then black. Their colours and
/// strengths are approximate and this program's own: no two makers' tubes agree.
std::span<const Tube> generic_tubes();
/// The white that is mixed into tubes.
const Tube& generic_white();

/// Finds a tube by name, without regard to case, or makes one of #rrggbb.
std::optional<Tube> tube_from(std::string_view text);

/// The tinting strength that explains a swatch: the tube's full colour, and what one part of it
/// with ten of white came to. The one whose mixture has the luminance of what was seen. Nothing
/// where both are the same, or the tint is not between the tube and the white.
std::optional<double> tinting_strength(Rgb full, Rgb one_to_ten, Rgb white);

}  // namespace underpaint
