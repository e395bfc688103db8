// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/disk.h"

#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

#include <cerrno>
#include <fstream>
#include <system_error>

#include "files/limits.h"

namespace underpaint {
namespace {

namespace fs = std::filesystem;

std::string reason(int error) {
    return std::generic_category().message(error);
}

std::string not_saved(int error) {
    return "could not be saved: " + reason(error) +
           ". The file that was there is untouched; try another place.";
}

class Descriptor {
public:
    explicit Descriptor(int fd) : fd_(fd) {}
    ~Descriptor() {
        if (fd_ >= 0) ::close(fd_);
    }
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    int get() const { return fd_; }

private:
    int fd_;
};

Done flush_to_disk(const fs::path& path, const fs::path& shown) {
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_CLOEXEC));
    if (file.get() < 0 || ::fsync(file.get()) != 0)
        return trouble(shown.string(), not_saved(errno));
    return {};
}

/// A name beside `path` that no other file has; same folder, so that renaming is one step.
Result<fs::path> new_file_beside(const fs::path& path) {
    std::string name = (path.string() + ".XXXXXX");
    const Descriptor file(::mkstemp(name.data()));
    if (file.get() < 0) return trouble(path.string(), not_saved(errno));
    // mkstemp makes it private; a saved painting has the rights that any new file has.
    const mode_t mask = ::umask(0);
    ::umask(mask);
    ::fchmod(file.get(), 0666 & ~mask);
    return fs::path(name);
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

}  // namespace

Result<Bytes> read_file(const fs::path& path) {
    const std::string shown = path.string();
    std::error_code error;
    if (fs::is_directory(path, error)) return trouble(shown, "this is a folder, not a file.");
    std::ifstream file(path, std::ios::binary | std::ios::ate);
    if (!file) return trouble(shown, "could not be opened: " + reason(errno) + ".");
    const auto size = static_cast<std::streamoff>(file.tellg());
    if (size < 0) return trouble(shown, "could not be read.");
    if (static_cast<std::size_t>(size) > kMaxFileBytes)
        return trouble(shown, "it is larger than 2 GB, which is more than can be opened.");
    Bytes bytes(static_cast<std::size_t>(size));
    file.seekg(0);
    if (!file.read(reinterpret_cast<char*>(bytes.data()), size))
        return trouble(shown, "could not be read to its end.");
    return bytes;
}

Done replace_file(const fs::path& path, const std::function<Done(const fs::path&)>& write) {
    // A link is saved through, not replaced.
    std::error_code error;
    fs::path target = path;
    if (fs::is_symlink(path, error)) {
        target = fs::canonical(path, error);
        if (error) return trouble(path.string(), "could not be saved: the link leads nowhere.");
    }

    const auto fresh = new_file_beside(target);
    if (!fresh) return tl::unexpected(fresh.error());
    Removal removal(*fresh);
    if (Done written = write(*fresh); !written) return written;
    if (Done flushed = flush_to_disk(*fresh, path); !flushed) return flushed;
    fs::rename(*fresh, target, error);
    if (error) return trouble(path.string(), not_saved(error.value()));
    removal.cancel();
    // The rename itself lasts once the folder is flushed; some file systems can't, which is fine.
    const fs::path folder = target.has_parent_path() ? target.parent_path() : fs::path(".");
    const Descriptor entry(::open(folder.c_str(), O_RDONLY | O_CLOEXEC));
    if (entry.get() >= 0) ::fsync(entry.get());
    return {};
}

Done replace_file(const fs::path& path, std::span<const std::byte> bytes) {
    return replace_file(path, [&](const fs::path& fresh) -> Done {
        const Descriptor file(::open(fresh.c_str(), O_WRONLY | O_TRUNC | O_CLOEXEC));
        if (file.get() < 0) return trouble(path.string(), not_saved(errno));
        for (std::size_t done = 0; done < bytes.size();) {
            const ssize_t n = ::write(file.get(), bytes.data() + done, bytes.size() - done);
            if (n < 0 && errno == EINTR) continue;
            if (n <= 0) return trouble(path.string(), not_saved(n < 0 ? errno : ENOSPC));
            done += static_cast<std::size_t>(n);
        }
        return {};
    });
}

}  // namespace underpaint
