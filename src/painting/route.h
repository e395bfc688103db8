// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <string>
#include <vector>

#include "painting/pass.h"

namespace underpaint {

/// A measurement by which a step of a route is ticked. A step without one is ticked by hand.
enum class StepCheck {
    thumbnail_chosen,
    range_reached,  ///< range and key as planned
    parts_cover,    ///< the parts cover the picture
    sealed,
    flats_laid,        ///< a plain ground, and each part has a colour
    parts_coloured,    ///< each part has a colour of its own
    shadows_coloured,  ///< lights and shadows differ in warmth as the brief says
    shaded,            ///< the greys lie over flats, nothing is open
    values_held,       ///< the balance of all passes is held
    range_kept,        ///< the range has not shrunk
    strongest_small,   ///< the strongest colour takes no more than the brief or the house rules say
    merged,            ///< a merged copy was saved
    painted_over,      ///< a painted-over copy lies on top
};
inline constexpr std::array<ChoiceText<StepCheck>, 13> kStepChecks{{
    {StepCheck::thumbnail_chosen, "thumbnail_chosen", "a thumbnail is chosen"},
    {StepCheck::range_reached, "range_reached", "range and key as planned"},
    {StepCheck::parts_cover, "parts_cover", "parts cover the picture"},
    {StepCheck::sealed, "sealed", "sealed"},
    {StepCheck::flats_laid, "flats_laid", "flats are laid"},
    {StepCheck::parts_coloured, "parts_coloured", "each part has a colour"},
    {StepCheck::shadows_coloured, "shadows_coloured", "shadows got their hue"},
    {StepCheck::shaded, "shaded", "the greys lie over the flats"},
    {StepCheck::values_held, "values_held", "values are held"},
    {StepCheck::range_kept, "range_kept", "the range is kept"},
    {StepCheck::strongest_small, "strongest_small", "strongest colour in a small place"},
    {StepCheck::merged, "merged", "a merged copy is saved"},
    {StepCheck::painted_over, "painted_over", "painted over"},
}};

/// One step of an order of work.
struct RouteStep {
    std::string id;  ///< of its own in its route; what times and ticks are kept under
    std::string name;
    std::string bench, page;  ///< where it is worked on: ids of a bench and of a page of its sheet
    std::vector<StepCheck> checks;
    int usual = 0;       ///< minutes that it takes, by the route
    bool spare = false;  ///< it can be left out when time runs short
    int drying = 0;      ///< days that follow it, for those who work on canvas
    friend bool operator==(const RouteStep&, const RouteStep&) = default;
};

/// One school's order of work, or a painter's own.
struct Route {
    std::string name;
    std::vector<RouteStep> steps;
    friend bool operator==(const Route&, const Route&) = default;
};

}  // namespace underpaint
