// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstdint>
#include <filesystem>
#include <functional>
#include <memory>
#include <string>
#include <string_view>
#include <vector>

#include "files/disk.h"

namespace underpaint {

/// A ZIP file opened for reading. Entry names were checked when it was opened: none leaves the
/// container, and there are no more than kMaxEntries.
class ZipReader {
public:
    [[nodiscard]] static Result<ZipReader> open(const std::filesystem::path& path);

    bool has(const std::string& entry) const;
    /// At most `limit` bytes once inflated; checked before memory is taken.
    [[nodiscard]] Result<Bytes> read(const std::string& entry, std::size_t limit) const;
    /// Its first bytes, once inflated; fewer where it has no more.
    [[nodiscard]] Result<Bytes> beginning(const std::string& entry, std::size_t bytes) const;
    /// The checksum that the container records for an entry; 0 when there is no such entry.
    std::uint32_t crc(const std::string& entry) const;
    /// Bytes that an entry claims to have once inflated; 0 when there is no such entry.
    std::uint64_t size(const std::string& entry) const;
    const std::vector<std::string>& entries() const { return entries_; }
    const std::string& file() const { return file_; }

private:
    struct Archive;
    std::shared_ptr<Archive> archive_;
    std::string file_;
    std::vector<std::string> entries_;
};

/// Whether an entry's name stays inside its container: relative, without "..", not empty.
bool stays_inside(std::string_view name);

/// Entries to write into a ZIP file, in order.
struct ZipEntry {
    std::string name;
    Bytes bytes;
    bool deflate = false;  ///< pictures are compressed already
    /// Makes the bytes when their turn comes, so that not all are held at once; in order.
    std::function<Result<Bytes>()> make = nullptr;
};

/// Writes a new ZIP file at `path`, which is shown as `file` in messages. Trouble of an entry that
/// could not be made is passed on.
[[nodiscard]] Done write_zip(const std::filesystem::path& path, const std::string& file,
                             const std::vector<ZipEntry>& entries);

/// The checksum that write_zip() will record.
std::uint32_t crc_of(const Bytes& bytes);

inline Bytes bytes_of(std::string_view text) {
    const auto* first = reinterpret_cast<const std::byte*>(text.data());
    return {first, first + text.size()};
}
inline std::string_view text_of(const Bytes& bytes) {
    return {reinterpret_cast<const char*>(bytes.data()), bytes.size()};
}

}  // namespace underpaint
