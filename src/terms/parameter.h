// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <string_view>

namespace underpaint {

/// How a number is written and how finely it is set.
enum class Unit { per_cent, steps, pixels, times, degrees };

/// A number that a painter sets: the one place where its range, default, name and unit stand.
/// Sheets, files and validation all read it from here.
struct Parameter {
    std::string_view id;     ///< in files
    std::string_view label;  ///< on screen
    std::string_view about;  ///< tooltip
    float least, most, usual;
    Unit unit = Unit::per_cent;

    /// The nearest allowed value; NaN becomes the usual one.
    constexpr float clamp(float v) const { return v == v ? std::clamp(v, least, most) : usual; }
};

inline constexpr Parameter kStrength{"strength", "Strength", "How much of the pass is laid",
                                     0,          1,          1};
inline constexpr Parameter kHold{
    "hold", "Hold values", "How far the pass gives back the lightness it found", 0, 1, 0};
inline constexpr Parameter kBalance{
    "balance",
    "Under to over",
    "How much of the shading lies over the colours; the rest lies under",
    0,
    1,
    0.5F};
inline constexpr Parameter kBandSoft{
    "soft", "Soft ends", "Steps over which the value band fades out", 0, 3, 0.5F};

inline constexpr Parameter kTuneHue{
    "tune_hue", "Hue", "Turns all hues of what is laid", -180, 180, 0, Unit::degrees};
inline constexpr Parameter kTuneIntensity{
    "tune_intensity", "Intensity", "Times the chroma of what is laid", 0, 2, 1};
inline constexpr Parameter kTuneLightness{
    "tune_lightness", "Lightness", "Lightens or darkens what is laid", -0.5F, 0.5F, 0};

inline constexpr Parameter kPlacedScale{
    "scale", "Scale", "The picture's size against its own pixels", 0.01F, 100, 1};
inline constexpr Parameter kGrainSize{
    "size", "Grain size", "Pixels of the painting from one grain to the next", 1, 64,
    2,      Unit::pixels};
inline constexpr Parameter kGrainAmount{
    "amount", "Amount", "How far the grain goes from middle grey", 0, 1, 0.2F};
inline constexpr Parameter kGlowRadius{
    "radius", "Radius",    "Pixels of the painting to where the glow ends", 1, 100'000,
    100,      Unit::pixels};
inline constexpr Parameter kGlowCore{
    "core", "Core", "Share of the radius inside which the glow is full", 0, 1, 0};
inline constexpr Parameter kVignetteInner{
    "inner", "Clear to", "Share of the way to a corner that stays clear", 0, 1.5F, 0.5F};
inline constexpr Parameter kVignetteOuter{
    "outer", "Full from", "Share of the way to a corner where it is full", 0, 1.5F, 1};

inline constexpr Parameter kSharpnessRadius{
    "radius", "Radius", "Sigma of the blur, in pixels of the painting", 0.5F, 60, 3, Unit::pixels};
inline constexpr Parameter kSharpnessAmount{"amount", "Amount", "Below 0 softens, above sharpens",
                                            -1,       3,        -1};

}  // namespace underpaint
