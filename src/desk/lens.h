// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>

#include "colour/reader.h"
#include "desk/bench.h"
#include "painting/shape_splits.h"

namespace underpaint {

/// A way of looking at the canvas.
enum class Lens {
    colour,
    grey,
    seal,
    twin,
    squint,
    shapes_2,
    shapes_3,
    shapes_5,
    edges,
    drift,
    extremes,
    pull,
};
struct LensText {
    Lens lens;
    const char* id;  ///< in object names and on the command line
    const char* label;
    const char* about;
    bool on_values, on_passes;  ///< the benches that have it
    const char* note = "";      ///< said over the canvas while it is on
};
inline constexpr std::array<LensText, 12> kLenses{{
    {Lens::colour, "colour", "Colour", "The painting as it is", true, true},
    {Lens::grey, "grey", "Grey", "Only its values, as the chosen reader sees them. Held down: G",
     false, true},
    {Lens::seal, "seal", "Seal", "The values as they were sealed. Held down: S", false, true},
    {Lens::twin, "twin", "Twin", "Two states beside a seam that you drag", false, true},
    {Lens::squint, "squint", "Squint", "Blurred, as through half-closed eyes. Held down: Q", true,
     true},
    {Lens::shapes_2, "shapes-2", "Shapes 2",
     "Two flat values: dark and light. The split is dragged on the ladder", true, false},
    {Lens::shapes_3, "shapes-3", "Shapes 3",
     "Three flat values: dark, middle, light. The splits are dragged on the ladder", true, true},
    {Lens::shapes_5, "shapes-5", "Shapes 5",
     "Five flat values. The splits are dragged on the ladder", true, false},
    {Lens::edges, "edges", "Edges", "Where values meet, and how abruptly: hard, firm, soft or lost",
     true, false, "Edges: white is hard, then firm, soft and, darkest and thinnest, lost"},
    {Lens::drift, "drift", "Drift",
     "Tinted: what reads lighter than sealed turns amber, what reads darker turns blue", false,
     true, "Tinted by drift: amber reads lighter than sealed, blue darker; full at one step"},
    {Lens::extremes, "extremes", "Extremes",
     "Black and white stand out where the paint is all but pure black or white outside the foci",
     true, true, "Outside the foci only pure black and white keep their value here"},
    {Lens::pull, "pull", "Pull of the eye",
     "What draws the eye stays lit, the rest sinks: contrast in discs of the first focus's size",
     true, false, "Lit where contrast is greatest, in discs of the first focus's size"},
}};
constexpr const LensText& text_of(Lens lens) {
    return kLenses[static_cast<std::size_t>(lens)];
}
constexpr bool has_lens(Bench bench, Lens lens) {
    return bench == Bench::values ? text_of(lens).on_values : text_of(lens).on_passes;
}
/// Into how many shapes a lens reduces the picture; nothing for other lenses.
constexpr std::optional<ShapeCount> shapes_of(Lens lens) {
    switch (lens) {
        case Lens::shapes_2: return ShapeCount::two;
        case Lens::shapes_3: return ShapeCount::three;
        case Lens::shapes_5: return ShapeCount::five;
        default: return std::nullopt;
    }
}

/// How strongly one squints: the blur's sigma as a share of the picture's long side.
inline constexpr double kLeastSquint = 0.002, kMostSquint = 0.03, kUsualSquint = 0.008;

/// What is to be seen.
struct Sight {
    Lens lens = Lens::colour;
    std::size_t upto = 0;  ///< after how many passes
    Reader reader = Reader::lightness;
    /// The two sides of the twin lens; neither is itself a twin.
    Lens left = Lens::seal, right = Lens::colour;
    double squint = kUsualSquint;
    friend bool operator==(const Sight&, const Sight&) = default;
};

}  // namespace underpaint
