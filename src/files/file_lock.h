// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>

namespace underpaint {

/// A file that says that something is in somebody's hands: made where it is missing, and held by
/// one process at a time. The system lets go of it however that ends.
class FileLock {
public:
    /// Nothing when another has it, this process included, or when it can't be made.
    static std::optional<FileLock> take(const std::filesystem::path& file);

    FileLock(FileLock&& other) noexcept;
    FileLock& operator=(FileLock&& other) noexcept;
    ~FileLock();

private:
    explicit FileLock(int descriptor) : descriptor_(descriptor) {}
    int descriptor_ = -1;
};

}  // namespace underpaint
