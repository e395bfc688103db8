// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <string>
#include <string_view>
#include <vector>

namespace underpaint {

inline constexpr std::size_t kMostCsvLines = 2'000'000, kMostCsvFields = 32;

/// A field of comma-separated values as RFC 4180 has it. What a spreadsheet would take for a
/// formula is kept from it by an apostrophe; a number with its sign is none.
std::string csv_field(const std::string& text);

using CsvLine = std::vector<std::string>;
/// The fields of each line, RFC 4180 with line ends of any kind; at most so many lines, and
/// kMostCsvFields fields a line. What is cut short is taken as it is.
std::vector<CsvLine> parse_csv(std::string_view text, std::size_t most_lines = kMostCsvLines);

}  // namespace underpaint
