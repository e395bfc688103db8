// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <string_view>

namespace underpaint {

/// Number of characters of a name that are shown.
inline constexpr std::size_t kShownName = 64;

/// A name out of a file as it is safe to show, in a window as on a terminal: on one line, without
/// control characters and marks that turn the direction of text, cut with an ellipsis where it is
/// longer than kShownName. What is no UTF-8 becomes U+FFFD. The document keeps the name as it is.
std::string shown_name(std::string_view name);

/// The same for a text of any length.
std::string printable(std::string_view text);

/// Whether all of it is UTF-8 (RFC 3629), as JSON has to be.
bool is_utf8(std::string_view text);
/// The text with U+FFFD in place of each byte that is not UTF-8; all else stays.
std::string valid_utf8(std::string_view text);

}  // namespace underpaint
