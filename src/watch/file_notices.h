// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <filesystem>
#include <set>
#include <span>

namespace underpaint {

/// Waits until something happens in the folders of some files, through inotify(7). Where the system
/// has none, or says nothing of a folder as of one on a network, the time alone ends the wait.
class FileNotices {
public:
    explicit FileNotices(std::span<const std::filesystem::path> files);
    ~FileNotices();
    FileNotices(const FileNotices&) = delete;
    FileNotices& operator=(const FileNotices&) = delete;

    /// Also ends when a signal comes. A folder that went away and came back is listened to again.
    void wait(std::chrono::milliseconds at_most);
    /// Ends the wait that is under way, or the next one; from any thread.
    void wake();

private:
    std::set<std::filesystem::path> folders_;
    int descriptor_ = -1, woken_ = -1;
};

}  // namespace underpaint
