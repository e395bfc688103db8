// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/stand_in_device.h"

#include <sys/syscall.h>
#include <unistd.h>

#include <algorithm>
#include <cerrno>
#include <condition_variable>
#include <mutex>
#include <string>

namespace underpaint::testing {
namespace {

struct Behaviour {
    std::mutex mutex;
    std::condition_variable changed;
    std::string folder;  // none: every device is as it should be
    int error = 0;
    bool stalls = false;
    int waiting = 0;
};
Behaviour& behaviour() {
    static Behaviour all;
    return all;
}

void begin(const std::filesystem::path& folder, int error, bool stalls) {
    const std::lock_guard lock(behaviour().mutex);
    behaviour().folder = std::filesystem::canonical(folder).string() + "/";
    behaviour().error = error;
    behaviour().stalls = stalls;
}

/// What becomes of a flush: 0 where it is to be done.
int answer_to(const std::string& file) {
    Behaviour& is = behaviour();
    std::unique_lock lock(is.mutex);
    if (is.folder.empty() || !file.starts_with(is.folder)) return 0;
    ++is.waiting;
    is.changed.wait(lock, [&] { return !is.stalls; });
    --is.waiting;
    return is.error;
}

}  // namespace

StandInDevice::StandInDevice(const std::filesystem::path& folder, int error) {
    begin(folder, error, false);
}
StandInDevice::StandInDevice(const std::filesystem::path& folder) {
    begin(folder, 0, true);
}
StandInDevice::~StandInDevice() {
    answer();
    const std::lock_guard lock(behaviour().mutex);
    behaviour().folder.clear();
}

bool StandInDevice::is_waited_for() const {
    const std::lock_guard lock(behaviour().mutex);
    return behaviour().waiting > 0;
}

void StandInDevice::answer() {
    {
        const std::lock_guard lock(behaviour().mutex);
        behaviour().stalls = false;
    }
    behaviour().changed.notify_all();
}

}  // namespace underpaint::testing

/// In place of the C library's, for all of the program that this is linked into.
extern "C" int fsync(int fd) {
    char file[4096] = {};
    const std::string link = "/proc/self/fd/" + std::to_string(fd);
    const ssize_t length = ::readlink(link.c_str(), file, sizeof file);
    const int error = underpaint::testing::answer_to(
        std::string(file, static_cast<std::size_t>(std::max<ssize_t>(0, length))));
    if (error != 0) {
        errno = error;
        return -1;
    }
    return static_cast<int>(::syscall(SYS_fsync, fd));
}
