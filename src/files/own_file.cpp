// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/own_file.h"

namespace underpaint {

Done write_text(const std::filesystem::path& path, const std::string& text) {
    std::error_code error;
    std::filesystem::create_directories(path.parent_path(), error);
    if (error) return trouble(path.string(), "its folder can't be made: " + error.message() + ".");
    return replace_file(path, bytes_of(text));
}

}  // namespace underpaint
