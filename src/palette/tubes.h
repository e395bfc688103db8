// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "palette/reflectance.h"

namespace underpaint {

/// A paint as it comes from the tube.
struct Tube {
    std::string name;
    Rgb colour;           ///< laid opaque, at full strength
    double strength = 1;  ///< tinting strength against the white's, 0.05..20; 1 unless it says so
    friend bool operator==(const Tube&, const Tube&) = default;
};
inline constexpr double kLeastTinting = 0.05, kMostTinting = 20;

/// Generic pigments in the order of the wheel, earths after them, then black. Their colours and
/// strengths are approximate and this program's own: no two makers' tubes agree.
std::span<const Tube> generic_tubes();
/// The white that is mixed into tubes.
const Tube& generic_white();

/// By name, without regard to case, or as #rrggbb.
std::optional<Tube> tube_from(std::string_view text);

/// The tinting strength that explains a swatch: the tube's full colour, and what one part of it
/// with ten of white came to. The one whose mixture has the luminance of what was seen. Nothing
/// where both are the same, or the tint is not between the tube and the white.
std::optional<double> tinting_strength(Rgb full, Rgb one_to_ten, Rgb white);

}  // namespace underpaint
