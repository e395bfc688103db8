// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <cstdint>
#include <filesystem>
#include <functional>
#include <optional>
#include <span>
#include <string_view>
#include <vector>

#include "terms/result.h"

namespace underpaint {

using Bytes = std::vector<std::byte>;

/// The whole of a plain file; at most kMaxFileBytes. Never waits for a writer, as a pipe would have
/// it.
[[nodiscard]] Result<Bytes> read_file(const std::filesystem::path& path);

/// Trouble unless there is a plain file to be read.
[[nodiscard]] Done check_plain_file(const std::filesystem::path& path);

/// Identifies a state of a file on disk: when it differs, another program has written the file.
struct FileStamp {
    std::uint64_t device = 0, inode = 0, size = 0;
    std::int64_t changed = 0;  ///< nanoseconds
    friend bool operator==(const FileStamp&, const FileStamp&) = default;
};
/// Nothing when there is no such file.
std::optional<FileStamp> stamp_of(const std::filesystem::path& path);

/// Stands in the name of the new file that is written beside the one to be replaced.
inline constexpr std::string_view kSavingMark = ".saving-";

/// Conditions under which a file may be replaced.
struct Replacing {
    /// The file that is expected to be there; trouble of the kind changed_on_disk when it is
    /// another.
    std::optional<FileStamp> expected;
    /// Also one that is marked read-only; else trouble of that kind.
    bool read_only_too = false;
};

/// Replaces `path` in one step: `write` fills a new file beside it, which is flushed to the disk
/// and then renamed. A link is saved through; the mode of a file that is replaced is kept, and its
/// owner where that may be. On any trouble the old file stays as it was and the new one is removed;
/// one that was left by a save that was killed is removed by the next. Only plain files are
/// replaced.
[[nodiscard]] Done replace_file(const std::filesystem::path& path,
                                const std::function<Done(const std::filesystem::path&)>& write,
                                const Replacing& replacing = {});

/// The same for bytes that are at hand.
[[nodiscard]] Done replace_file(const std::filesystem::path& path, std::span<const std::byte> bytes,
                                const Replacing& replacing = {});

}  // namespace underpaint
