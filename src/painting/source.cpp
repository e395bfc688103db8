// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/source.h"

namespace underpaint {
namespace {

Rgb mean_of(const Pyramid& pyramid) {
    int level = 0;
    while (halved(pyramid.size(), level).area() > 1) ++level;
    const RgbBlock one = rgb_of(pyramid.level(level), {0, 0, 1, 1});
    return one.row(0)[0];
}

}  // namespace

const char* kind_of(const Source& source) {
    return std::holds_alternative<Tint>(source) ? "plain tint" : "painted colour";
}

Rgb mean_colour(const Source& source) {
    if (const auto* tint = std::get_if<Tint>(&source)) return tint->colour;
    return mean_of(*std::get<Painted>(source).pixels);
}

}  // namespace underpaint
