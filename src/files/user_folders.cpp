// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/user_folders.h"

#include <cstdlib>

namespace underpaint {
namespace {

namespace fs = std::filesystem;

/// A folder that a variable names; one that is not absolute is to be ignored.
fs::path folder(const char* variable, const char* below_home) {
    if (const char* named = std::getenv(variable);
        named != nullptr && fs::path(named).is_absolute())
        return fs::path(named) / "faithful-underpaint";
    const char* home = std::getenv("HOME");
    return fs::path(home != nullptr ? home : "/") / below_home / "faithful-underpaint";
}

}  // namespace

fs::path settings_folder() {
    return folder("XDG_CONFIG_HOME", ".config");
}
fs::path records_folder() {
    return folder("XDG_DATA_HOME", ".local/share");
}
fs::path state_folder() {
    return folder("XDG_STATE_HOME", ".local/state");
}

}  // namespace underpaint
