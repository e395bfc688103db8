// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <vector>

#include "practice/screen_check.h"
#include "terms/result.h"

namespace underpaint {

/// Number of checks that are kept, the newest.
inline constexpr std::size_t kMostScreenChecks = 200;

/// Writes JSON ("faithful-underpaint/screens-1").
std::string write_screen_checks(const std::vector<ScreenCheck>& checks);
/// Numbers are brought into the range that is asked about.
[[nodiscard]] Result<std::vector<ScreenCheck>> parse_screen_checks(const std::string& file,
                                                                   std::string_view json);

/// In the folder of a person's records; none are kept there yet: empty.
[[nodiscard]] Result<std::vector<ScreenCheck>> read_screen_checks(
    const std::filesystem::path& folder);
/// In one step; a file that can't be read is put aside.
[[nodiscard]] Done save_screen_checks(const std::filesystem::path& folder,
                                      const std::vector<ScreenCheck>& checks);

}  // namespace underpaint
