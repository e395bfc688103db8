// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>
#include <string_view>

#include "files/disk.h"
#include "files/limits.h"
#include "files/zip_container.h"
#include "terms/result.h"

namespace underpaint {

// How the program keeps what is the painter's own: texts that a function
// `Result<T> parse(std::string file, std::string_view text)` reads.

/// Trouble when it can't be read, or is longer than such a text ever is.
template <class Parse>
auto read_with(const std::filesystem::path& path, Parse parse)
    -> decltype(parse(std::string(), std::string_view())) {
    const auto bytes = read_file(path);
    if (!bytes) return tl::unexpected(bytes.error());
    if (bytes->size() > kMaxTextBytes) return trouble(path.string(), "it is too large to be one.");
    return parse(path.string(), text_of(*bytes));
}

/// Reads a file of the painter's own. A missing file reads as empty.
template <class Parse>
auto read_own(const std::filesystem::path& path, Parse parse)
    -> decltype(parse(std::string(), std::string_view())) {
    std::error_code error;
    if (!std::filesystem::exists(path, error)) return {};
    return read_with(path, parse);
}

/// In one step; its folder is made where it is missing.
[[nodiscard]] Done write_text(const std::filesystem::path& path, const std::string& text);

/// The same of a file that is read by read_own(): one that can't be read is put aside first, under
/// the same name and ".damaged".
template <class Parse>
[[nodiscard]] Done write_own(const std::filesystem::path& path, const std::string& text,
                             Parse parse) {
    std::error_code error;
    if (!read_own(path, parse)) {
        std::filesystem::rename(path, path.string() + ".damaged", error);
        if (error) return trouble(path.string(), "it can't be put aside: " + error.message() + ".");
    }
    return write_text(path, text);
}

}  // namespace underpaint
