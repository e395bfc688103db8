// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/file_lock.h"

#include <fcntl.h>
#include <sys/file.h>
#include <sys/stat.h>
#include <unistd.h>

#include <utility>

namespace underpaint {

namespace {

/// Whether the open file is still the one of that name: whoever let go of it removed it.
bool is_still_there(int descriptor, const std::filesystem::path& file) {
    struct stat open = {}, named = {};
    return ::fstat(descriptor, &open) == 0 && ::stat(file.c_str(), &named) == 0 &&
           open.st_dev == named.st_dev && open.st_ino == named.st_ino;
}

}  // namespace

std::optional<FileLock> FileLock::take(const std::filesystem::path& file) {
    while (true) {
        const int descriptor = ::open(file.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0600);
        if (descriptor < 0) return std::nullopt;
        if (::flock(descriptor, LOCK_EX | LOCK_NB) != 0) {
            ::close(descriptor);
            return std::nullopt;
        }
        if (is_still_there(descriptor, file)) return FileLock(descriptor, file);
        ::close(descriptor);
    }
}

FileLock::FileLock(FileLock&& other) noexcept
    : descriptor_(std::exchange(other.descriptor_, -1)), file_(std::move(other.file_)) {}

FileLock& FileLock::operator=(FileLock&& other) noexcept {
    std::swap(descriptor_, other.descriptor_);
    std::swap(file_, other.file_);
    return *this;
}

FileLock::~FileLock() {
    if (descriptor_ < 0) return;
    // Removed while it is still locked, so that it can't be another process's lock.
    ::unlink(file_.c_str());
    ::close(descriptor_);
}

}  // namespace underpaint
