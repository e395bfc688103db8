// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/place_in_words.h"

#include <fmt/format.h>

namespace underpaint {

std::string place_in_words(const Rect& area, Size picture) {
    const double x = (area.x + area.width / 2.0) / picture.width,
                 y = (area.y + area.height / 2.0) / picture.height;
    const char* up = y < 1.0 / 3 ? "upper" : y < 2.0 / 3 ? "" : "lower";
    const char* across = x < 1.0 / 3 ? "left" : x < 2.0 / 3 ? "middle" : "right";
    return *up == 0 ? across : fmt::format("{} {}", up, across);
}

}  // namespace underpaint
