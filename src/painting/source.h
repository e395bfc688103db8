// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <variant>

#include "painting/curve.h"
#include "painting/gradient.h"
#include "painting/placement.h"
#include "raster/pyramid.h"

namespace underpaint {

/// One colour everywhere the pass reaches.
struct Tint {
    Rgb colour;
    friend bool operator==(const Tint&, const Tint&) = default;
};

/// Painted colour: pixels with alpha, their top left corner at (x, y) of the painting. What lies
/// outside the painting stays in the file and is not seen.
struct Painted {
    SharedPicture pixels;
    int x = 0, y = 0;
    friend bool operator==(const Painted&, const Painted&) = default;
};

/// A colour for each lightness: a gradient read at L* / 100 of the seal or of what lies below.
enum class MapOf { below, seal };
struct GradientMap {
    GradientStops stops;
    MapOf of = MapOf::below;
    friend bool operator==(const GradientMap&, const GradientMap&) = default;
};

/// Another picture, laid over the painting; nothing where it does not reach.
struct Placed {
    SharedPicture pixels;
    Placement placement;
    friend bool operator==(const Placed&, const Placed&) = default;
};

/// What lies below, through curves: each channel through `all`, then through its own.
struct Curve {
    CurvePoints all, red, green, blue;
    friend bool operator==(const Curve&, const Curve&) = default;
};

/// The sealed picture once more.
struct Underpaint {
    friend bool operator==(const Underpaint&, const Underpaint&) = default;
};

/// Neutral noise round middle grey, the same for a seed wherever and however large it is seen.
struct Grain {
    std::uint32_t seed = 1;
    float size = 2;       ///< see kGrainSize
    float amount = 0.2F;  ///< see kGrainAmount
    friend bool operator==(const Grain&, const Grain&) = default;
};

/// Light round a point: full inside the core, gone at the radius.
struct Glow {
    Point centre;        ///< in pixels of the painting
    float radius = 100;  ///< see kGlowRadius
    float core = 0;      ///< see kGlowCore
    Rgb colour = grey(1);
    friend bool operator==(const Glow&, const Glow&) = default;
};

/// Colour that gathers toward the corners: none inside `inner`, full from `outer` on, both as
/// shares of the way from the middle to a corner.
struct Vignette {
    float inner = 0.5F, outer = 1;  ///< see kVignetteInner, kVignetteOuter
    Rgb colour;
    friend bool operator==(const Vignette&, const Vignette&) = default;
};

/// What lies below with its edges softened or sharpened: state + amount x (ground - blurred
/// ground), so that -1 gives the blurred ground and above 0 is an unsharp mask.
struct Sharpness {
    float radius = 3;   ///< see kSharpnessRadius
    float amount = -1;  ///< see kSharpnessAmount
    friend bool operator==(const Sharpness&, const Sharpness&) = default;
};

/// What a pass lays on.
using Source = std::variant<Tint, Painted, GradientMap, Placed, Curve, Underpaint, Grain, Glow,
                            Vignette, Sharpness>;

/// "plain tint", "painted colour", ...
const char* kind_of(const Source& source);

/// The colour that stands for the source: its own, or the mean of its picture, weighted by alpha,
/// or of its gradient. Middle grey where what it lays depends on what it finds.
Rgb mean_colour(const Source& source);

/// Whether what it lays depends on what lies below it.
bool reads_below(const Source& source);

/// The source with every number in its range.
Source in_range(Source source);

}  // namespace underpaint
