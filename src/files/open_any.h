// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/openraster.h"

namespace underpaint {

/// Whatever can be begun from: an OpenRaster painting as open_painting() reads it, or a flat
/// picture as an unsealed painting without passes, named after its file.
[[nodiscard]] Result<OpenedPainting> open_any(const std::filesystem::path& path,
                                              const std::string& date,
                                              const std::optional<std::string>& under = {},
                                              const std::stop_token& stop = {},
                                              const Progress& progress = {});

}  // namespace underpaint
