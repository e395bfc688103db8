// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <filesystem>
#include <functional>
#include <span>
#include <vector>

#include "files/result.h"

namespace underpaint {

using Bytes = std::vector<std::byte>;

/// The whole file; at most kMaxFileBytes.
[[nodiscard]] Result<Bytes> read_file(const std::filesystem::path& path);

/// Replaces `path` in one step: `write` fills a new file beside it, which is flushed to the disk
/// and then renamed. On any trouble the old file stays as it was and the new one is removed.
[[nodiscard]] Done replace_file(const std::filesystem::path& path,
                                const std::function<Done(const std::filesystem::path&)>& write);

/// The same for bytes that are at hand.
[[nodiscard]] Done replace_file(const std::filesystem::path& path,
                                std::span<const std::byte> bytes);

}  // namespace underpaint
