// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>

namespace underpaint {

// This program's own folders, where the XDG Base Directory Specification (0.8) has them. They may
// not be there yet.

std::filesystem::path settings_folder();  ///< XDG_CONFIG_HOME: what a painter chose
std::filesystem::path records_folder();   ///< XDG_DATA_HOME: what a painter would miss
std::filesystem::path state_folder();     ///< XDG_STATE_HOME: what goes on from sitting to sitting

}  // namespace underpaint
