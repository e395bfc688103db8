// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>
#include <vector>

namespace underpaint {

/// When the program ends by a fault from now on, it leaves a short report in `folder`: what it was,
/// when, and where in the code, after `about`. The system's own record (a core) comes as ever. For
/// the whole program; made once.
void leave_report_of_crashes(const std::filesystem::path& folder, const std::string& about);

/// The reports in a folder, the newest first.
std::vector<std::filesystem::path> crash_reports(const std::filesystem::path& folder);
/// Removes all but the newest.
void tidy_crash_reports(const std::filesystem::path& folder);

}  // namespace underpaint
