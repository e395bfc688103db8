// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <string>

#include "terms/result.h"

namespace underpaint {

class PageLayout;

/// A PDF of the pages of a layout with what Qt does not write: a bookmark for each section
/// (ISO 32000-1, 12.3.3), the language, and that its title is shown in place of the file's name.
/// The same bytes for the same bytes.
/// \param path what trouble calls it
[[nodiscard]] Result<std::string> with_outline(const std::filesystem::path& path,
                                               const std::string& pdf, const PageLayout& layout);

}  // namespace underpaint
