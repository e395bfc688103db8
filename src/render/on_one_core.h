// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>

namespace underpaint {

/// Does work that would take all cores on the one that this thread runs on, and leaves the others
/// to what is more urgent.
void on_one_core(const std::function<void()>& work);

}  // namespace underpaint
