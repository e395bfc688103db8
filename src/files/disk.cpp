// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/disk.h"

#include <fcntl.h>
#include <signal.h>
#include <sys/stat.h>
#include <unistd.h>

#include <fmt/format.h>

#include <atomic>
#include <cerrno>
#include <charconv>
#include <system_error>

#include "files/descriptor.h"
#include "files/device_trouble.h"
#include "files/limits.h"
#include "files/zip_container.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;

Done not_plain(const fs::path& path, mode_t mode) {
    const std::string shown = path.string();
    if (S_ISREG(mode)) return {};
    if (S_ISDIR(mode)) return trouble(shown, "this is a folder, not a file.");
    return trouble(shown, "this is a device or a pipe and not a plain file.");
}

// --- the new file beside the old one

constexpr std::size_t kMaxName = 255;   // bytes: NAME_MAX of the usual file systems
constexpr std::size_t kMostAdded = 40;  // bytes that the numbers and the ZIP library add

/// NAME.saving-PID-N: told by its name to be of a save, and of which process. A name that leaves no
/// room for that is cut, and told from others that begin alike by its checksum.
std::string mark_of(const fs::path& target) {
    std::string name = target.filename().string();
    if (name.size() + kSavingMark.size() + kMostAdded > kMaxName) {
        const auto sum = fmt::format("~{:08x}", crc_of(bytes_of(name)));
        name.resize(kMaxName - kMostAdded - kSavingMark.size() - sum.size());
        // The cut may have split a character.
        while (!name.empty() && !is_utf8(name)) name.pop_back();
        name += sum;
    }
    return name + std::string(kSavingMark);
}

fs::path folder_of(const fs::path& target) {
    return target.has_parent_path() ? target.parent_path() : fs::path(".");
}

/// Removes what saves of `target` left that were killed. The ZIP library writes beside its file
/// too, under a longer name.
void remove_leftovers(const fs::path& target) {
    const std::string mark = mark_of(target);
    std::error_code error;
    for (fs::directory_iterator entry(folder_of(target), error), end; !error && entry != end;
         entry.increment(error)) {
        const std::string name = entry->path().filename().string();
        if (!name.starts_with(mark)) continue;
        pid_t process = 0;
        const char* first = name.data() + mark.size();
        const auto parsed = std::from_chars(first, name.data() + name.size(), process);
        const bool named = parsed.ec == std::errc() && parsed.ptr != first && process > 0;
        const bool alive = process == ::getpid() || ::kill(process, 0) == 0 || errno != ESRCH;
        std::error_code ignored;
        if (named && !alive) fs::remove(entry->path(), ignored);
    }
}

/// A new, empty file beside `target`; same folder, so that renaming is one step. While it is
/// written nobody may read it who may not read the one that it replaces.
Result<fs::path> new_file_beside(const fs::path& target, bool replaces) {
    static std::atomic<unsigned> number = 0;
    for (int tries = 0; tries < 100; ++tries) {
        const fs::path path = folder_of(target) / (mark_of(target) + std::to_string(::getpid()) +
                                                   "-" + std::to_string(++number));
        const Descriptor file(
            ::open(path.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_CLOEXEC, replaces ? 0600 : 0666));
        if (file.get() >= 0) return path;
        if (errno != EEXIST) return trouble(target.string(), not_saved(errno));
    }
    return trouble(target.string(), not_saved(EEXIST));
}

class Removal {
public:
    explicit Removal(fs::path path) : path_(std::move(path)) {}
    ~Removal() {
        std::error_code ignored;
        if (!path_.empty()) fs::remove(path_, ignored);
    }
    Removal(const Removal&) = delete;
    Removal& operator=(const Removal&) = delete;
    void cancel() { path_.clear(); }

private:
    fs::path path_;
};

FileStamp stamp_of(const struct stat& file) {
    return {file.st_dev, file.st_ino, static_cast<std::uint64_t>(file.st_size),
            file.st_mtim.tv_sec * std::int64_t{1'000'000'000} + file.st_mtim.tv_nsec};
}

/// Whether what is there may be replaced.
Done may_replace(const fs::path& path, const struct stat* old, const Replacing& replacing) {
    const std::string shown = path.string();
    if (old == nullptr) return {};
    if (Done plain = not_plain(path, old->st_mode); !plain) return plain;
    if (replacing.expected && stamp_of(*old) != *replacing.expected)
        return trouble(shown, "another program has changed it since it was opened here.",
                       TroubleKind::changed_on_disk);
    if ((old->st_mode & 0222) == 0 && !replacing.read_only_too)
        return trouble(shown,
                       "it is marked as read-only and was left as it is. Choose another name.",
                       TroubleKind::read_only);
    return {};
}

/// What is there now, if anything.
std::optional<struct stat> look_at(const fs::path& target) {
    struct stat found {};
    return ::stat(target.c_str(), &found) == 0 ? std::optional(found) : std::nullopt;
}

/// The rights, and the owner where this process may give it, of the file that is replaced.
Done keep_rights(const fs::path& fresh, const fs::path& shown, const struct stat& old) {
    const Descriptor file(::open(fresh.c_str(), O_RDONLY | O_CLOEXEC));
    if (file.get() < 0) return trouble(shown.string(), not_saved(errno));
    struct stat now {};
    if (::fstat(file.get(), &now) == 0 && (now.st_uid != old.st_uid || now.st_gid != old.st_gid) &&
        ::fchown(file.get(), old.st_uid, old.st_gid) != 0 && errno != EPERM)
        return trouble(shown.string(), not_saved(errno));
    // Rights are set after the owner: changing the owner removes some of them.
    if (::fchmod(file.get(), old.st_mode & 07777) != 0)
        return trouble(shown.string(), not_saved(errno));
    return {};
}

Done flush_to_disk(const fs::path& path, const fs::path& shown) {
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_CLOEXEC));
    if (file.get() < 0 || ::fsync(file.get()) != 0)
        return trouble(shown.string(), not_saved(errno));
    return {};
}

}  // namespace

Done check_plain_file(const fs::path& path) {
    struct stat found {};
    if (::stat(path.c_str(), &found) != 0)
        return trouble(path.string(), errno == ENOENT
                                          ? "there is no such file."
                                          : "could not be opened: " + reason_of(errno) + ".");
    return not_plain(path, found.st_mode);
}

std::optional<FileStamp> stamp_of(const fs::path& path) {
    const auto found = look_at(path);
    return found ? std::optional(stamp_of(*found)) : std::nullopt;
}

Result<Bytes> read_file(const fs::path& path) {
    const std::string shown = path.string();
    // Opening or reading something other than a plain file may never return.
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_NONBLOCK | O_CLOEXEC));
    struct stat found {};
    if (file.get() < 0 || ::fstat(file.get(), &found) != 0)
        return trouble(shown, "could not be opened: " + reason_of(errno) + ".");
    if (Done plain = not_plain(path, found.st_mode); !plain) return tl::unexpected(plain.error());
    if (static_cast<std::uint64_t>(found.st_size) > kMaxFileBytes)
        return trouble(shown, "it is larger than 2 GB, which is more than can be opened.");
    Bytes bytes(static_cast<std::size_t>(found.st_size));
    for (std::size_t done = 0; done < bytes.size();) {
        const ssize_t n = ::read(file.get(), bytes.data() + done, bytes.size() - done);
        if (n < 0 && errno == EINTR) continue;
        if (n <= 0) return trouble(shown, "could not be read to its end.");
        done += static_cast<std::size_t>(n);
    }
    return bytes;
}

namespace {

Done replace(const fs::path& path, const std::function<Done(const fs::path&)>& write,
             const Replacing& replacing, bool& was_there) {
    // A link is followed, not replaced.
    std::error_code error;
    fs::path target = path;
    if (fs::is_symlink(path, error)) {
        target = fs::canonical(path, error);
        if (error) return trouble(path.string(), "could not be saved: the link leads nowhere.");
    }
    const auto before = look_at(target);
    was_there = before.has_value();
    if (Done may = may_replace(path, before ? &*before : nullptr, replacing); !may) return may;
    remove_leftovers(target);
    const auto fresh = new_file_beside(target, was_there);
    if (!fresh) return trouble(path.string(), fresh.error().what);
    Removal removal(*fresh);
    if (Done written = write(*fresh); !written) return written;
    if (before)
        if (Done kept = keep_rights(*fresh, path, *before); !kept) return kept;
    if (Done flushed = flush_to_disk(*fresh, path); !flushed) return flushed;
    // The file may have been changed while the new one was written.
    const auto now = look_at(target);
    if (Done may = may_replace(path, now ? &*now : nullptr, replacing); !may) return may;
    fs::rename(*fresh, target, error);
    if (error) return trouble(path.string(), not_saved(error.value()));
    removal.cancel();
    // Flushing the folder makes the rename durable. Some file systems can't, and that is no error.
    const Descriptor entry(::open(folder_of(target).c_str(), O_RDONLY | O_CLOEXEC));
    if (entry.get() >= 0) ::fsync(entry.get());
    return {};
}

}  // namespace

Done replace_file(const fs::path& path, const std::function<Done(const fs::path&)>& write,
                  const Replacing& replacing) {
    bool was_there = false;
    Done done = replace(path, write, replacing, was_there);
    if (!done && was_there && done.error().kind == TroubleKind::plain && !done.error().what.empty())
        done.error().what += " The file that was there is untouched.";
    return done;
}

Done replace_file(const fs::path& path, std::span<const std::byte> bytes,
                  const Replacing& replacing) {
    const auto write = [&](const fs::path& fresh) -> Done {
        const Descriptor file(::open(fresh.c_str(), O_WRONLY | O_TRUNC | O_CLOEXEC));
        if (file.get() < 0) return trouble(path.string(), not_saved(errno));
        for (std::size_t done = 0; done < bytes.size();) {
            const ssize_t n = ::write(file.get(), bytes.data() + done, bytes.size() - done);
            if (n < 0 && errno == EINTR) continue;
            if (n <= 0) return trouble(path.string(), not_saved(n < 0 ? errno : ENOSPC));
            done += static_cast<std::size_t>(n);
        }
        return {};
    };
    return replace_file(path, write, replacing);
}

}  // namespace underpaint
