// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <vector>

#include "desk/panes/bench.h"

namespace underpaint {

/// The benches in working order, as src/desk/benches.cmake lists them.
std::vector<std::unique_ptr<Bench>> make_benches(const Desk& desk);
/// Texts of the benches.
std::vector<BenchText> texts_of_benches();
/// "brief, values or passes", as on the command line.
QString ids_of_benches();

}  // namespace underpaint
