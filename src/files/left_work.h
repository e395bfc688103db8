// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <filesystem>
#include <stop_token>
#include <vector>

#include "files/unsaved_note.h"
#include "painting/painting.h"

namespace underpaint {

/// Work that was left and that nobody has open.
struct LeftWork {
    std::filesystem::path folder;
    UnsavedNote note;
};
/// The newest first, at most 20; what can't be read is left out and left alone.
std::vector<LeftWork> left_work(const std::filesystem::path& store);
/// Opens it. What is damaged is trouble, and stays where it is.
[[nodiscard]] Result<Painting> open_left_work(const std::filesystem::path& folder,
                                              const std::stop_token& stop = {});

/// Moves to the folder `left` of the store what was begun more than an hour ago and holds nothing,
/// and of those beyond the newest 20 what is older than thirty days; what was moved there thirty
/// days ago is removed. Only folders of this program are touched (see is_unsaved_folder()), and
/// only while they hold nothing else.
void tidy_left_work(const std::filesystem::path& store, std::chrono::sys_seconds now);

}  // namespace underpaint
