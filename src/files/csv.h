// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

namespace underpaint {

/// A field of comma-separated values as RFC 4180 has it. What a spreadsheet would take for a
/// formula is kept from it by an apostrophe; a number with its sign is none.
std::string csv_field(const std::string& text);

}  // namespace underpaint
