// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <filesystem>
#include <optional>
#include <string>

#include "files/disk.h"

namespace underpaint {

/// Describes unsaved work before it is opened.
struct UnsavedNote {
    std::string name;                     ///< of the painting
    std::filesystem::path file;           ///< that it belongs to; empty when it was never saved
    std::optional<FileStamp> stamp = {};  ///< of that file, as it was opened or saved
    std::chrono::sys_seconds when{};      ///< it was kept
    std::size_t changes = 0;              ///< since it was saved
    std::string last_change = {};
    std::string watched = {};  ///< path of the file whose saves it has; see SaveLedger
    friend bool operator==(const UnsavedNote&, const UnsavedNote&) = default;
};

}  // namespace underpaint
