// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string_view>

namespace pugi {
class xml_document;
}

namespace underpaint {

// How deep a text nests. Libraries and our own visits call themselves once a level, so that a
// text made for it could end the program. Nothing is read that nests deeper than kMaxNesting.

inline constexpr int kMaxNesting = 64;

/// Whether objects and lists of JSON nest too deep, told before it is parsed. Meaningless for text
/// that is not JSON.
bool json_nests_too_deep(std::string_view text, int most = kMaxNesting);

/// The same of an XML tree that was parsed; does not recurse.
bool xml_nests_too_deep(pugi::xml_document& document);

inline constexpr const char* kTooDeep =
    "it nests more than 64 levels deep, which no file of this kind does.";

}  // namespace underpaint
