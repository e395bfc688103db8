// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>
#include <vector>

#include "files/nesting.h"
#include "terms/result.h"

namespace underpaint {

// The folder of one unsaved painting: how it is named, what lies in it, and how it is told from
// every other folder. Nothing that this program did not make is changed or removed.

inline constexpr const char* kWholeFile = "painting.json";  ///< what is kept; written last
inline constexpr const char* kLockFile = "lock";
inline constexpr const char* kMarkFile = "unsaved-work.txt";  ///< says whose folder it is
inline constexpr const char* kUnsavedSchema = "faithful-underpaint/unsaved-2";
inline constexpr const char* kUnsavedSchemas = "faithful-underpaint/unsaved-";  ///< of all versions

/// Picture files that may lie one upon the other (see tile_patch.h).
inline constexpr std::size_t kMostPatches = 50;
/// Kept files hold a painting's JSON one level down.
inline constexpr int kUnsavedNesting = kMaxNesting + 1;

/// A name that this program may have given to a file of such a folder: "12.png".
bool is_numbered_name(const std::string& name);

/// Makes an empty, marked folder in `store`. Only its owner may look into it.
[[nodiscard]] Result<std::filesystem::path> make_unsaved_folder(const std::filesystem::path& store);

/// True for a folder (and no link to one) that has such a name, and our mark in a file of its own
/// or in what it keeps.
bool is_unsaved_folder(const std::filesystem::path& folder);
/// True when nothing lies in it but files that this program may have written.
bool holds_only_ours(const std::filesystem::path& folder);

/// All of them in `store`, in no order. None when the store itself is a link.
std::vector<std::filesystem::path> unsaved_folders(const std::filesystem::path& store);

/// Removes our files from such a folder, `kWholeFile` first, and the folder when it is empty then.
void remove_unsaved_folder(const std::filesystem::path& folder);

}  // namespace underpaint
