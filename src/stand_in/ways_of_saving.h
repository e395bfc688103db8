// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <filesystem>
#include <optional>
#include <string_view>

#include "files/disk.h"

namespace underpaint {

/// How programs write a file that is there already.
enum class SavingWay {
    truncate,  ///< emptied, and written at once
    pieces,    ///< emptied, and written in seven pieces with pauses between them
    rename,    ///< written beside it, and renamed over it
    remove,    ///< removed, and written anew after a pause
    lock,      ///< held with flock(2) and a lock file beside it, and written in two pieces
    backup,    ///< the old one renamed to NAME~, and written anew
};
std::optional<SavingWay> saving_way_named(std::string_view name);

/// Writes bytes in one of the ways. \param pause between pieces, or while there is no file
[[nodiscard]] Done save_in_way(SavingWay way, const std::filesystem::path& path, const Bytes& bytes,
                               std::chrono::milliseconds pause);

}  // namespace underpaint
