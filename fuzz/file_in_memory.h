// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <sys/mman.h>
#include <unistd.h>

#include <filesystem>
#include <span>
#include <string>

namespace underpaint::fuzz {

/// A file that is on no disk, for what reads by name.
class FileInMemory {
public:
    explicit FileInMemory(std::span<const std::byte> bytes) : file_(::memfd_create("fuzzed", 0)) {
        if (file_ < 0 || ::write(file_, bytes.data(), bytes.size()) < 0) std::abort();
    }
    ~FileInMemory() { ::close(file_); }
    FileInMemory(const FileInMemory&) = delete;
    FileInMemory& operator=(const FileInMemory&) = delete;

    std::filesystem::path path() const { return "/proc/self/fd/" + std::to_string(file_); }

private:
    int file_;
};

}  // namespace underpaint::fuzz
