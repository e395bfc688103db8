// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/mother.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "colour/clipped.h"
#include "colour/oklab.h"
#include "colour/srgb.h"

namespace underpaint {

Rgb with_mother(Rgb colour, Rgb mother, float share, MixAs as) {
    share = std::clamp(share == share ? share : 0, 0.0F, kMostMother);
    if (share == 0 || colour == mother) return colour;
    if (as != MixAs::light)
        return mixed(std::array{MixPart{colour, 1.0 - static_cast<double>(share)},
                                MixPart{mother, static_cast<double>(share)}},
                     as);
    const OkLab own = oklab(decode(colour)), to = oklab(decode(mother));
    const LinearRgb made =
        linear_rgb(OkLab{std::lerp(own.l, to.l, share), std::lerp(own.a, to.a, share),
                         std::lerp(own.b, to.b, share)});
    return encode_clipped(made);
}

double share_of_mother(Rgb mean, Rgb mother) {
    const OkLab to = oklab(decode(mother)), is = oklab(decode(mean));
    const float square = to.a * to.a + to.b * to.b;
    if (square < 1e-6F) return 0;
    return static_cast<double>((is.a * to.a + is.b * to.b) / square);
}

namespace {

Rgb with_its_mother(const Palette& palette, Rgb colour) {
    if (!palette.mother) return colour;
    const PaletteColour* mother = palette.find(palette.mother->colour);
    if (mother == nullptr) return colour;
    return with_mother(colour, mother->colour, palette.mother->share, palette.mother->as);
}

}  // namespace

std::optional<double> share_of_mother(const Palette& palette, const PaletteColour& colour) {
    const PaletteColour* mother = palette.mother ? palette.find(palette.mother->colour) : nullptr;
    if (mother == nullptr) return std::nullopt;
    return share_of_mother(effective(palette, colour), mother->colour);
}

Rgb effective(const Palette& palette, const PaletteColour& colour) {
    if (palette.mother && palette.mother->colour == colour.id) return colour.colour;
    return with_its_mother(palette, colour.colour);
}

std::optional<Rgb> effective(const Palette& palette, const PlannedColour& colour) {
    if (const Rgb* own = std::get_if<Rgb>(&colour)) return with_its_mother(palette, *own);
    const PaletteColour* of_palette = palette.find(std::get<ColourId>(colour));
    return of_palette == nullptr ? std::nullopt : std::optional(effective(palette, *of_palette));
}

}  // namespace underpaint
