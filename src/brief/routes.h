// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/brief.h"

namespace underpaint {

/// The orders of work that come with the program, each one school's. The first is the usual one.
const std::vector<Route>& usual_routes();

/// The brief with the first of them where it has no route.
Brief with_a_route(Brief brief);

/// The step of a route; null when it has none of that id.
const RouteStep* step_of(const Route& route, const std::string& id);
/// A step more, at place `at`, with an id of its own.
Route with_step(Route route, std::size_t at, RouteStep step);
Route with_step_moved(Route route, std::size_t from, std::size_t to);
Route without_step(Route route, std::size_t at);

/// "0:35", "12:05"
std::string hours(double minutes);

}  // namespace underpaint
