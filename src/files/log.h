// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string_view>

namespace underpaint {

/// The log of faults, a line each with its moment (UTC), in the state folder. When it is full it is
/// renamed to the older log, which is dropped: never more than twice kMostLogBytes.
std::filesystem::path log_file();
std::filesystem::path log_file_before();
inline constexpr std::uintmax_t kMostLogBytes = 256 * 1024;

/// Adds a line, of whatever thread. Where it can't be written nothing happens: who writes here has
/// trouble enough. Line ends and controls in it become spaces.
void write_to_log(std::string_view line);

}  // namespace underpaint
