// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

namespace underpaint::testing {

/// A bench by its name, and the pages that it has.
struct DeskPlace {
    const char* bench;
    std::vector<const char*> pages;
};

/// Every bench with every page, but for drills that differ in nothing but their question.
inline const std::vector<DeskPlace> kDeskPlaces{
    {"brief", {""}},
    {"values", {"shapes", "plan", "passes", "seals"}},
    {"passes", {"pass", "also", "temperature", "ramps", "balance", "stages"}},
    {"palette", {"disc", "picture", "mixes", "tubes", "plan"}},
    {"versions", {""}},
    {"report", {"pages", "contact"}},
    {"practice", {"step", "lighter", "here", "study", "screen"}}};

}  // namespace underpaint::testing
