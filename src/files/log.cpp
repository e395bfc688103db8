// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/log.h"

#include <fmt/chrono.h>
#include <fmt/format.h>

#include <fstream>
#include <mutex>

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
    fs::create_directories(file.parent_path(), error);
    if (const auto size = fs::file_size(file, error); !error && size > kMostLogBytes)
        fs::rename(file, log_file_before(), error);
    std::ofstream(file, std::ios::app)
        << fmt::format("{:%Y-%m-%d %H:%M:%S}  {}\n", fmt::gmtime(std::time(nullptr)), plain);
}

}  // namespace underpaint
