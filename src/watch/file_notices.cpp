// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/file_notices.h"

#include <poll.h>
#include <sys/eventfd.h>
#include <sys/inotify.h>
#include <unistd.h>

#include <array>
#include <cstdint>

namespace underpaint {

FileNotices::FileNotices(std::span<const std::filesystem::path> files)
    : descriptor_(::inotify_init1(IN_NONBLOCK | IN_CLOEXEC)),
      woken_(::eventfd(0, EFD_NONBLOCK | EFD_CLOEXEC)) {
    // The folder is watched, not the file: a replaced file is a new one.
    for (const std::filesystem::path& file : files) {
        std::error_code ignored;
        const auto folder = std::filesystem::absolute(file, ignored).parent_path();
        // For a link, the folder of its target too.
        const auto target = std::filesystem::weakly_canonical(file, ignored).parent_path();
        folders_.insert({folder, target});
    }
}

FileNotices::~FileNotices() {
    for (const int each : {descriptor_, woken_})
        if (each >= 0) ::close(each);
}

void FileNotices::wait(std::chrono::milliseconds at_most) {
    // Adding a folder twice changes nothing; one that did not exist is tried again.
    for (const std::filesystem::path& folder : folders_)
        if (descriptor_ >= 0)
            ::inotify_add_watch(descriptor_, folder.c_str(),
                                IN_MODIFY | IN_CLOSE_WRITE | IN_CREATE | IN_DELETE | IN_MOVED_TO |
                                    IN_MOVED_FROM | IN_ATTRIB);
    // poll() ignores negative descriptors.
    std::array<pollfd, 2> waited{pollfd{descriptor_, POLLIN, 0}, pollfd{woken_, POLLIN, 0}};
    ::poll(waited.data(), waited.size(), static_cast<int>(at_most.count()));
    std::array<char, 16384> said{};
    for (const int each : {descriptor_, woken_})
        while (each >= 0 && ::read(each, said.data(), said.size()) > 0) {
        }
}

void FileNotices::wake() {
    const std::uint64_t once = 1;
    // The pipe is full: a wake is pending already.
    if (woken_ >= 0 && ::write(woken_, &once, sizeof once) < 0) return;
}

}  // namespace underpaint
