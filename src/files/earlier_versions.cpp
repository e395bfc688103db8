// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/earlier_versions.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <linux/fs.h>
#include <sys/ioctl.h>
#include <unistd.h>

#include <algorithm>
#include <charconv>

#include "files/descriptor.h"
#include "files/user_folders.h"
#include "files/zip_container.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;
constexpr const char* kEnding = ".ora";

fs::path whole(const fs::path& file) {
    std::error_code error;
    const fs::path path = fs::weakly_canonical(file, error);
    return error ? file : path;
}

/// A folder for each file, by its name and a checksum of where it lies.
fs::path folder_of(const fs::path& store, const fs::path& file) {
    const fs::path path = whole(file);
    return store / fmt::format("{}-{:08x}", path.stem().string().substr(0, 100),
                               crc_of(bytes_of(path.string())));
}

std::chrono::sys_seconds saved_at(const fs::path& file) {
    std::error_code error;
    const auto time = fs::last_write_time(file, error);
    if (error) return {};
    return std::chrono::floor<std::chrono::seconds>(std::chrono::file_clock::to_sys(time));
}

/// Versions are named by the second that they were saved in.
std::vector<EarlierVersion> versions_in(const fs::path& folder, const fs::path& file) {
    std::vector<EarlierVersion> versions;
    std::error_code error;
    for (fs::directory_iterator at(folder, error), end; !error && at != end; at.increment(error)) {
        const std::string name = at->path().stem().string();
        std::int64_t seconds = 0;
        const auto [stop, wrong] = std::from_chars(name.data(), name.data() + name.size(), seconds);
        if (wrong != std::errc() || stop != name.data() + name.size() ||
            at->path().extension() != kEnding)
            continue;
        versions.push_back(
            {at->path(), file, std::chrono::sys_seconds(std::chrono::seconds(seconds))});
    }
    std::ranges::sort(versions, std::greater(), &EarlierVersion::saved);
    return versions;
}

/// Copies what is in a file into a new one that only its owner may read. Where the file system can,
/// both share their blocks until one is written to. A second name would not do: who writes into the
/// file in place would change both.
std::error_code copy_contents(const fs::path& from, const fs::path& to) {
    const Descriptor in(::open(from.c_str(), O_RDONLY | O_CLOEXEC));
    const Descriptor out(::open(to.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0600));
    const auto failed = [] { return std::error_code(errno, std::generic_category()); };
    if (in.get() < 0 || out.get() < 0) return failed();
    if (::ioctl(out.get(), FICLONE, in.get()) == 0) return {};
    while (true) {
        constexpr std::size_t most = std::size_t{1} << 30;
        const ssize_t n = ::copy_file_range(in.get(), nullptr, out.get(), nullptr, most, 0);
        if (n == 0) break;
        if (n < 0 && errno != EINTR) {
            // The file system can't share blocks, or the two paths are on different ones.
            std::error_code error;
            fs::copy_file(from, to, fs::copy_options::overwrite_existing, error);
            return error;
        }
    }
    return ::fsync(out.get()) == 0 ? std::error_code() : failed();
}

void remove_beyond(std::vector<EarlierVersion> versions, std::size_t most) {
    std::error_code ignored;
    for (std::size_t i = most; i < versions.size(); ++i) {
        fs::remove(versions[i].kept, ignored);
        fs::remove(versions[i].kept.parent_path(), ignored);  // fails unless it is empty
    }
}

void keep_within_bounds(const fs::path& store) {
    std::vector<EarlierVersion> all;
    std::error_code error;
    for (fs::directory_iterator at(store, error), end; !error && at != end; at.increment(error))
        std::ranges::move(versions_in(at->path(), {}), std::back_inserter(all));
    std::ranges::sort(all, std::greater(), &EarlierVersion::saved);
    remove_beyond(std::move(all), kMostEarlier);
}

}  // namespace

fs::path earlier_store() {
    return state_folder() / "earlier";
}

Done keep_earlier(const fs::path& store, const fs::path& file, std::size_t most) {
    std::error_code error;
    if (most == 0 || !fs::is_regular_file(file, error)) return {};
    const fs::path folder = folder_of(store, file);
    const auto failed = [&] {
        return trouble(file.string(), fmt::format("the version before could not be kept in {}: {}.",
                                                  folder.string(), error.message()));
    };
    fs::create_directories(folder, error);
    if (error) return failed();
    fs::permissions(store, fs::perms::owner_all, error);  // private: the painting may be
    const fs::path kept =
        folder / (std::to_string(saved_at(file).time_since_epoch().count()) + kEnding);
    if (!fs::exists(kept, error)) {
        // An interrupted copy has a name that is not searched for.
        fs::path half = kept;
        half += ".part";
        error = copy_contents(file, half);
        if (!error) fs::rename(half, kept, error);
        if (error) {
            const Done done = failed();
            fs::remove(half, error);
            return done;
        }
    }
    remove_beyond(versions_in(folder, file), most);
    keep_within_bounds(store);
    return {};
}

std::vector<EarlierVersion> earlier_versions(const fs::path& store, const fs::path& file) {
    return versions_in(folder_of(store, file), file);
}

}  // namespace underpaint
