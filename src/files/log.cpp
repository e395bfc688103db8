// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/log.h"

#include <fcntl.h>
#include <fmt/chrono.h>
#include <fmt/format.h>
#include <sys/stat.h>

#include <mutex>

#include "files/descriptor.h"
#include "files/user_folders.h"

namespace underpaint {

namespace fs = std::filesystem;

fs::path log_file() {
    return state_folder() / "log.txt";
}
fs::path log_file_before() {
    return state_folder() / "log-before.txt";
}

void write_to_log(std::string_view line) {
    static std::mutex mutex;
    constexpr std::size_t longest = 2000;
    std::string plain(line.substr(0, longest));
    for (char& c : plain)
        if (static_cast<unsigned char>(c) < ' ') c = ' ';
    const std::scoped_lock lock(mutex);
    std::error_code error;
    const fs::path file = log_file();
    // The log names the painter's files, so nobody else may read it.
    fs::create_directories(file.parent_path(), error);
    if (fs::symlink_status(file.parent_path(), error).type() == fs::file_type::directory)
        fs::permissions(file.parent_path(), fs::perms::owner_all, error);
    if (const auto size = fs::file_size(file, error); !error && size > kMostLogBytes)
        fs::rename(file, log_file_before(), error);
    // Never through a link, and without waiting if the file is a pipe.
    const Descriptor log(::open(
        file.c_str(), O_WRONLY | O_CREAT | O_APPEND | O_NOFOLLOW | O_NONBLOCK | O_CLOEXEC, 0600));
    struct stat found {};
    if (log.get() < 0 || ::fstat(log.get(), &found) != 0 || !S_ISREG(found.st_mode)) return;
    if ((found.st_mode & 0077) != 0) static_cast<void>(::fchmod(log.get(), 0600));
    const std::string text =
        fmt::format("{:%Y-%m-%d %H:%M:%S}  {}\n", fmt::gmtime(std::time(nullptr)), plain);
    static_cast<void>(!::write(log.get(), text.data(), text.size()));
}

}  // namespace underpaint
