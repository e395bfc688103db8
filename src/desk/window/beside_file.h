// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <filesystem>
#include <optional>
#include <stop_token>

#include "desk/work/outlook.h"

namespace underpaint {

/// The finished picture of a file at the left and that of a painting at the right, so that they can
/// be looked at with a seam between them and what differs be seen as drift. Nothing when the file
/// can't be read, has another size, or when stopped.
std::optional<Comparison> beside_file(const std::filesystem::path& file, const QString& left,
                                      const Painting& painting, const QString& right,
                                      const std::stop_token& stop);

}  // namespace underpaint
