// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/sources/gradient_map.h"

#include "colour/reader.h"

namespace underpaint {

std::optional<Rgb> GradientMap::over(Rgb found) const {
    if (of == MapOf::seal) return std::nullopt;
    return gradient_at(stops, static_cast<double>(read(Reader::lightness, found)) / 100, mixing);
}

}  // namespace underpaint
