// SPDX-License-Identifier: GPL-3.0-or-later
#include "stand_in/ways_of_saving.h"

#include <fcntl.h>
#include <sys/file.h>
#include <unistd.h>

#include <array>
#include <cstring>
#include <span>
#include <thread>

namespace underpaint {
namespace {

namespace fs = std::filesystem;

constexpr std::array<std::string_view, 6> kNames{"truncate", "pieces", "rename",
                                                 "remove",   "lock",   "backup"};

Done failed(const fs::path& path, const char* what) {
    return trouble(path.string(), std::string(what) + ": " + std::strerror(errno) + ".");
}

/// Empties the file and writes it in so many pieces.
Done write_pieces(const fs::path& path, const Bytes& bytes, std::size_t pieces,
                  std::chrono::milliseconds pause, bool locked = false) {
    const int file = ::open(path.c_str(), O_WRONLY | O_CREAT | O_CLOEXEC, 0644);
    if (file < 0) return failed(path, "it could not be opened");
    if (locked) ::flock(file, LOCK_EX);
    if (::ftruncate(file, 0) != 0) {
        ::close(file);
        return failed(path, "it could not be emptied");
    }
    const std::size_t step = bytes.size() / pieces + 1;
    for (std::size_t from = 0; from < bytes.size(); from += step) {
        if (from > 0) std::this_thread::sleep_for(pause);
        const auto piece = std::span(bytes).subspan(from, std::min(step, bytes.size() - from));
        for (std::size_t done = 0; done < piece.size();) {
            const ssize_t wrote = ::write(file, piece.data() + done, piece.size() - done);
            if (wrote < 0) {
                ::close(file);
                return failed(path, "it could not be written");
            }
            done += static_cast<std::size_t>(wrote);
        }
    }
    ::close(file);
    return {};
}

fs::path beside(const fs::path& path, const char* ending) {
    return path.string() + ending;
}

}  // namespace

std::optional<SavingWay> saving_way_named(std::string_view name) {
    for (std::size_t i = 0; i < kNames.size(); ++i)
        if (kNames[i] == name) return static_cast<SavingWay>(i);
    return std::nullopt;
}

Done save_in_way(SavingWay way, const fs::path& path, const Bytes& bytes,
                 std::chrono::milliseconds pause) {
    std::error_code ignored;
    switch (way) {
        case SavingWay::truncate: return write_pieces(path, bytes, 1, pause);
        case SavingWay::pieces: return write_pieces(path, bytes, 7, pause);
        case SavingWay::rename: {
            const fs::path fresh = beside(path, ".part");
            if (Done done = write_pieces(fresh, bytes, 1, pause); !done) return done;
            fs::rename(fresh, path, ignored);
            return ignored ? failed(path, "it could not be replaced") : Done{};
        }
        case SavingWay::remove:
            fs::remove(path, ignored);
            std::this_thread::sleep_for(pause);
            return write_pieces(path, bytes, 1, pause);
        case SavingWay::lock: {
            const fs::path mark = beside(path, ".lock");
            if (Done done = write_pieces(mark, {}, 1, pause); !done) return done;
            Done done = write_pieces(path, bytes, 2, pause, true);
            fs::remove(mark, ignored);
            return done;
        }
        case SavingWay::backup:
            fs::rename(path, beside(path, "~"), ignored);
            return write_pieces(path, bytes, 1, pause);
    }
    return {};
}

}  // namespace underpaint
