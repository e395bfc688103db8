// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>

namespace underpaint {

/// The working places of the window that are built, with their keys: the place each has in the
/// working order.
enum class Bench { values, passes };
struct BenchText {
    Bench bench;
    int key;
    const char* id;  ///< in object names and on the command line
    const char* label;
    const char* about;
};
inline constexpr std::array<BenchText, 2> kBenches{{
    {Bench::values, 2, "values", "Values", "Look at the greys, outline parts, seal"},
    {Bench::passes, 3, "passes", "Passes", "Lay colour over the sealed greys and see what moved"},
}};

}  // namespace underpaint
