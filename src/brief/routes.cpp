// SPDX-License-Identifier: GPL-3.0-or-later
#include "brief/routes.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace underpaint {
namespace {

using enum StepCheck;

RouteStep step(std::string id, std::string name, std::string bench, std::string page,
               std::vector<StepCheck> checks, int usual) {
    return {std::move(id),
            std::move(name),
            std::move(bench),
            std::move(page),
            std::move(checks),
            usual,
            false,
            0};
}
RouteStep spare(RouteStep step) {
    step.spare = true;
    return step;
}
RouteStep drying(RouteStep step, int days) {
    step.drying = days;
    return step;
}

RouteStep thumbnails() {
    return spare(step("thumbnails", "Thumbnails", "brief", "", {thumbnail_chosen}, 20));
}
RouteStep values() {
    return drying(step("values", "Values", "values", "plan", {range_reached}, 70), 1);
}
RouteStep parts_and_seal() {
    return step("seal", "Parts and seal", "values", "seals", {parts_cover, sealed}, 30);
}
RouteStep paint_over(int usual) {
    return drying(step("paint_over", "Merge and paint over", "passes", "merge",
                       {merged, painted_over}, usual),
                  3);
}

}  // namespace

const std::vector<Route>& usual_routes() {
    static const std::vector<Route> routes{
        {"Grey to colour",
         {thumbnails(), values(), parts_and_seal(),
          drying(step("colour", "Colour by part", "passes", "lay", {parts_coloured}, 100), 2),
          step("hue", "Hue in light and shadow", "passes", "lay", {shadows_coloured}, 60),
          spare(step("deepest", "Deepest shadows", "passes", "lay", {values_held}, 15)),
          paint_over(75)}},
        {"Flats and shade",
         {thumbnails(), values(), parts_and_seal(),
          drying(step("flats", "Flat colours", "passes", "lay", {flats_laid}, 60), 1),
          step("shade", "Shade over and under", "passes", "lay", {shaded}, 30),
          spare(step("hue", "Hue of the shadows", "passes", "lay", {shadows_coloured}, 30)),
          paint_over(90)}},
        {"Colour first, checked grey",
         {thumbnails(),
          drying(step("block_in", "Block in on a coloured ground", "passes", "lay",
                      {parts_coloured}, 90),
                 2),
          step("check", "Check in grey", "values", "shapes", {range_reached}, 20),
          step("lift", "Lift and deepen by curves", "passes", "lay", {values_held}, 45),
          spare(step("tints", "Masked tints", "passes", "lay", {shadows_coloured}, 40)),
          spare(step("versions", "Compare versions", "passes", "", {}, 20)), paint_over(60)}},
        {"Limited palette",
         {thumbnails(), values(), parts_and_seal(),
          drying(step("few", "Two to five colours", "passes", "lay", {parts_coloured}, 80), 2),
          step("strongest", "The strongest in the smallest place", "passes", "lay",
               {strongest_small}, 30),
          spare(step("widen", "Widen the palette", "passes", "lay", {}, 40)), paint_over(60)}},
        {"Late effects",
         {step("finished", "Bring in the finished colour", "passes", "lay", {parts_coloured}, 15),
          step("seal", "Seal its greys", "values", "seals", {sealed}, 10),
          step("effects", "Line colour, haze and accents", "passes", "lay", {strongest_small}, 60),
          step("range", "Check the range", "passes", "", {range_kept}, 10), spare(paint_over(45))}},
    };
    return routes;
}

Brief with_a_route(Brief brief) {
    if (brief.route.steps.empty()) brief.route = usual_routes().front();
    return brief;
}

const RouteStep* step_of(const Route& route, const std::string& id) {
    const auto found = std::ranges::find(route.steps, id, &RouteStep::id);
    return found == route.steps.end() ? nullptr : &*found;
}

Route with_step(Route route, std::size_t at, RouteStep step) {
    if (at > route.steps.size()) return route;
    for (int n = 1; step.id.empty() || step_of(route, step.id) != nullptr; ++n)
        step.id = fmt::format("own-{}", n);
    route.steps.insert(route.steps.begin() + std::ptrdiff_t(at), std::move(step));
    return route;
}

Route with_step_moved(Route route, std::size_t from, std::size_t to) {
    if (from >= route.steps.size() || to >= route.steps.size()) return route;
    RouteStep moved = std::move(route.steps[from]);
    route.steps.erase(route.steps.begin() + std::ptrdiff_t(from));
    route.steps.insert(route.steps.begin() + std::ptrdiff_t(to), std::move(moved));
    return route;
}

Route without_step(Route route, std::size_t at) {
    if (at < route.steps.size()) route.steps.erase(route.steps.begin() + std::ptrdiff_t(at));
    return route;
}

std::string hours(double minutes) {
    const auto whole = static_cast<long>(std::lround(std::max(minutes, 0.0)));
    return fmt::format("{}:{:02}", whole / 60, whole % 60);
}

}  // namespace underpaint
