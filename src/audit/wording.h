// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace underpaint {

/// printf into a string. Numbers are written the same way in every locale that the program sets.
[[gnu::format(printf, 1, 2)]] std::string words(const char* format, ...);

}  // namespace underpaint
