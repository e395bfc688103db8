// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <algorithm>
#include <filesystem>

#include "desk/kit/words.h"
#include "desk/work/paths.h"
#include "painting/painting.h"
#include "terms/shown_name.h"

namespace underpaint {

// Names of files as they stand on screen.

inline QString name_of(const std::filesystem::path& path) {
    return shown(path.filename().string());
}

/// A painting's name without characters that a file's can't have.
inline std::string file_name_of(const Painting& painting) {
    std::string name = shown_name(painting.name);
    std::ranges::replace(name, '/', '-');
    return name.empty() || name.starts_with('.') ? "Painting" : name;
}

}  // namespace underpaint
