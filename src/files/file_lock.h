// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>
#include <utility>

namespace underpaint {

/// A file that says that something is in somebody's hands: made where it is missing, held by one
/// process at a time, and removed when it is let go. The system lets go of it however that process
/// ends; the file is then left, and means nothing.
class FileLock {
public:
    /// Nothing when another has it, this process included, or when it can't be made.
    static std::optional<FileLock> take(const std::filesystem::path& file);

    FileLock(FileLock&& other) noexcept;
    FileLock& operator=(FileLock&& other) noexcept;
    ~FileLock();

private:
    FileLock(int descriptor, std::filesystem::path file)
        : descriptor_(descriptor), file_(std::move(file)) {}
    int descriptor_ = -1;
    std::filesystem::path file_;
};

}  // namespace underpaint
