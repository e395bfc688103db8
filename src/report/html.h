// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "report/report.h"
#include "terms/result.h"

namespace underpaint {

/// The report as one HTML file (WHATWG HTML) that asks for nothing from anywhere: pictures are in
/// it as JPEG, charts as SVG, there is no script. Dark where the reader prefers it; no row and no
/// picture is split between printed pages. The same for the same report, byte for byte. Trouble
/// where a picture can't be encoded.
[[nodiscard]] Result<std::string> write_html(const Report& report);

}  // namespace underpaint
