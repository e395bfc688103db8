// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <memory>
#include <vector>

#include "desk/panes/bench.h"

namespace underpaint {

/// The table of benches, in working order. A new bench is its folder and a line here.
std::vector<std::unique_ptr<Bench>> make_benches(const Desk& desk);

}  // namespace underpaint
