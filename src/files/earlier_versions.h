// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <filesystem>
#include <vector>

#include "terms/result.h"

namespace underpaint {

// What a file was before it was saved over: kept in a store of its own, so that nothing stands
// beside the painter's files.

struct EarlierVersion {
    std::filesystem::path kept;      ///< where it is now
    std::filesystem::path of;        ///< the file that it was
    std::chrono::sys_seconds saved;  ///< when it was saved
    friend bool operator==(const EarlierVersion&, const EarlierVersion&) = default;
};

/// The usual store, of this program's own.
std::filesystem::path earlier_store();

/// Keeps a copy of the file as it is now, before it is replaced. Of each file the newest `most`
/// stay, and kMostEarlier of all. Nothing happens when there is no such file or it is kept already.
[[nodiscard]] Done keep_earlier(const std::filesystem::path& store,
                                const std::filesystem::path& file, std::size_t most);
inline constexpr std::size_t kMostEarlier = 40;

/// The earlier versions of a file, the newest first.
std::vector<EarlierVersion> earlier_versions(const std::filesystem::path& store,
                                             const std::filesystem::path& file);

}  // namespace underpaint
