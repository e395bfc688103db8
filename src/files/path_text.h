// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>
#include <string_view>

namespace underpaint {

// Paths are bytes, JSON is UTF-8: how one stands in the other without losing anything.

/// The path as it is when it is UTF-8; else, and when it begins as such a text would, "file:" and
/// the path with each byte that is not printable ASCII, and each %, as %XX (RFC 3986, 2.1).
std::string text_of_path(const std::filesystem::path& path);
/// The path that text_of_path() wrote.
std::filesystem::path path_from_text(std::string_view text);

/// A file's name without its ending, for a name in a painting: what is no UTF-8 becomes U+FFFD.
std::string name_from_file(const std::filesystem::path& path);

/// A file's name, without an ending, for what a painter has named: letters of any script, figures,
/// spaces, hyphens and commas, at most 100 bytes.
std::string file_name_for(std::string_view name);

}  // namespace underpaint
