// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <optional>
#include <string>
#include <string_view>

namespace underpaint {

/// A day as it is written on a calendar where the painter is; no hour and no zone, so that a
/// change of the clocks moves nothing.
using Date = std::chrono::year_month_day;

/// The same day as a number that days can be added to.
constexpr std::chrono::local_days days_of(Date date) {
    return std::chrono::local_days(date);
}

/// "2026-11-28"
std::string iso(Date date);
/// "19 November 2026"
std::string in_words(Date date);
/// Nothing when it is no day that exists.
std::optional<Date> date_from_iso(std::string_view text);

}  // namespace underpaint
