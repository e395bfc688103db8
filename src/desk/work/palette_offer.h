// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <vector>

#include "desk/kit/colour_strip.h"
#include "desk/kit/words.h"
#include "desk/work/session.h"
#include "palette/mother.h"

namespace underpaint {

/// The colours of the painting's palette by name, as they come out with the mother's share.
inline std::vector<NamedColour> palette_by_name(const Session& session) {
    std::vector<NamedColour> named;
    const Palette& palette = session.document.painting().palette;
    for (const PaletteColour& colour : palette.colours)
        named.push_back({shown(colour.name), effective(palette, colour)});
    return named;
}

/// The colours that a colour button offers.
inline std::function<std::vector<NamedColour>()> palette_offer(const Session& session) {
    return [&session] { return palette_by_name(session); };
}

}  // namespace underpaint
