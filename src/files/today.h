// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace underpaint {

/// The local day as ISO 8601, "2026-11-19".
std::string today();

}  // namespace underpaint
