// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>

#include "files/zip_container.h"

namespace underpaint {

/// An OpenRaster container with its stack.xml.
struct OpenedStack {
    ZipReader zip;
    std::string xml;
};
[[nodiscard]] Result<OpenedStack> open_stack(const std::filesystem::path& path);

}  // namespace underpaint
