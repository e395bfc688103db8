// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>

#include "files/openraster.h"
#include "files/zip_container.h"

namespace underpaint {

/// A painting from the layers of a container; see open_painting(). `xml` is its stack.xml.
[[nodiscard]] Result<OpenedPainting> open_layers(const ZipReader& zip, std::string_view xml,
                                                 const std::string& date,
                                                 const std::optional<std::string>& under,
                                                 const std::stop_token& stop,
                                                 const Progress& progress = {});

}  // namespace underpaint
