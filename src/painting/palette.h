// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <map>
#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "colour/rgb.h"
#include "painting/group.h"
#include "painting/part.h"
#include "painting/tube.h"
#include "terms/mix_as.h"

namespace underpaint {

/// Colours are spoken of by number, so that they can be renamed, changed and reordered.
using ColourId = int;

inline constexpr std::size_t kMostColours = 64;  ///< of a palette

/// One colour of a palette, as it was chosen: without the mother.
struct PaletteColour {
    ColourId id = 0;
    std::string name;
    Rgb colour;
    std::string from;              ///< where it came from, in words: "from the painting"
    std::optional<double> wanted;  ///< share 0..1 of the picture that it is to have
    bool accent = false;           ///< meant for a small area
    friend bool operator==(const PaletteColour&, const PaletteColour&) = default;
};

/// The colour that has a share in all others.
struct Mother {
    ColourId colour = 0;
    float share = 0.15F;  ///< 0..kMostMother
    MixAs as = MixAs::light;
    friend bool operator==(const Mother&, const Mother&) = default;
};
inline constexpr float kMostMother = 0.5F;

/// The named colours of a painting, in the painter's order.
struct Palette {
    std::vector<PaletteColour> colours;
    std::optional<Mother> mother;
    TubeSet tubes;  ///< that are mixed from; none: any colour can be had

    /// Null when there is no such colour.
    const PaletteColour* find(ColourId id) const;
    friend bool operator==(const Palette&, const Palette&) = default;
};

/// A colour of the palette, or one of the plan's own.
using PlannedColour = std::variant<ColourId, Rgb>;

enum class Tone { shadow, half, light };
inline constexpr std::array kTones{Tone::shadow, Tone::half, Tone::light};

/// The colours of a part in its shadow, half and light; what is not planned takes the nearest that
/// is.
struct PlannedPart {
    std::array<std::optional<PlannedColour>, kTones.size()> tones;
    bool empty() const { return !tones[0] && !tones[1] && !tones[2]; }
    friend bool operator==(const PlannedPart&, const PlannedPart&) = default;
};

/// Shadow, half and light of each part, before they are laid.
struct ColourPlan {
    std::map<PartId, PlannedPart> parts;
    /// The plan by the picture's shapes, used where it has no parts.
    PlannedPart whole;
    GroupId laid = kNoGroup;  ///< the group of passes that it was laid as
    friend bool operator==(const ColourPlan&, const ColourPlan&) = default;
};

/// The colours with every number in its range, no more than kMostColours, each with an id of its
/// own; a mother that is not there is none.
Palette in_range(Palette palette);

/// Adds a colour after the others and gives it an id of its own. False, and nothing is added, where
/// there are kMostColours.
bool add_to(Palette& palette, PaletteColour colour);

/// The next id that is free.
ColourId next_colour_id(const Palette& palette);

}  // namespace underpaint
