// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/palette.h"

#include <algorithm>
#include <set>

namespace underpaint {

const PaletteColour* Palette::find(ColourId id) const {
    const auto found = std::ranges::find(colours, id, &PaletteColour::id);
    return found == colours.end() ? nullptr : &*found;
}

bool add_to(Palette& palette, PaletteColour colour) {
    if (palette.colours.size() >= kMostColours) return false;
    colour.id = next_colour_id(palette);
    palette.colours.push_back(std::move(colour));
    return true;
}

ColourId next_colour_id(const Palette& palette) {
    ColourId most = 0;
    for (const PaletteColour& colour : palette.colours) most = std::max(most, colour.id);
    return most + 1;
}

TubeSet in_range(TubeSet set) {
    if (set.tubes.size() > kMostTubesOfASet) set.tubes.resize(kMostTubesOfASet);
    const auto settle = [](Tube& tube) {
        tube.colour = {unit(tube.colour.r), unit(tube.colour.g), unit(tube.colour.b)};
        tube.strength = tube.strength == tube.strength
                            ? std::clamp(tube.strength, kLeastTinting, kMostTinting)
                            : 1;
    };
    for (Tube& tube : set.tubes) settle(tube);
    if (set.white) settle(*set.white);
    return set;
}

Palette in_range(Palette palette) {
    palette.tubes = in_range(std::move(palette.tubes));
    std::set<ColourId> seen;
    std::erase_if(palette.colours, [&](const PaletteColour& colour) {
        return colour.id <= 0 || colour.id > 1'000'000 || !seen.insert(colour.id).second;
    });
    if (palette.colours.size() > kMostColours) palette.colours.resize(kMostColours);
    for (PaletteColour& colour : palette.colours) {
        colour.colour = {unit(colour.colour.r), unit(colour.colour.g), unit(colour.colour.b)};
        if (colour.wanted)
            colour.wanted =
                *colour.wanted == *colour.wanted ? std::clamp(*colour.wanted, 0.0, 1.0) : 0;
    }
    if (!palette.mother) return palette;
    if (palette.find(palette.mother->colour) == nullptr) {
        palette.mother.reset();
    } else {
        const float share = palette.mother->share;
        palette.mother->share = share == share ? std::clamp(share, 0.0F, kMostMother) : 0;
    }
    return palette;
}

}  // namespace underpaint
