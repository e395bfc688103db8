// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <optional>
#include <span>
#include <string>
#include <string_view>

#include "report/report.h"

namespace underpaint {

/// A text for HTML and SVG, in content and between double quotes: without control characters, with
/// & < > " ' as entities.
std::string html_escaped(std::string_view text);
/// RFC 4648, 4.
std::string base64(std::span<const std::byte> bytes);
/// A verdict as a small drawing that is told apart by its shape, and named.
std::string svg_mark(Verdict verdict);
/// A chart as SVG, with a title and the figures' names for who does not see it.
std::string svg_chart(const LineChart& chart);

}  // namespace underpaint
