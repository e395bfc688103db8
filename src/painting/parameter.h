// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <string_view>

namespace underpaint {

/// A number that a painter sets: the one place where its range, default, name and unit stand.
/// Sheets, files and validation all read it from here.
struct Parameter {
    std::string_view id;     ///< in files
    std::string_view label;  ///< on screen
    std::string_view about;  ///< tooltip
    float least, most, usual;

    /// The nearest allowed value; NaN becomes the usual one.
    constexpr float clamp(float v) const { return v == v ? std::clamp(v, least, most) : usual; }
};

inline constexpr Parameter kStrength{"strength", "Strength", "How much of the pass is laid",
                                     0,          1,          1};
inline constexpr Parameter kHold{
    "hold", "Hold values", "How far the pass gives back the lightness it found", 0, 1, 0};
inline constexpr Parameter kBandSoft{
    "soft", "Soft ends", "Steps over which the value band fades out", 0, 3, 0.5F};

}  // namespace underpaint
