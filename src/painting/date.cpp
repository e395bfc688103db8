// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/date.h"

#include <fmt/format.h>

#include <array>
#include <charconv>

namespace underpaint {

std::string in_words(Date date) {
    constexpr std::array months{"January",   "February", "March",    "April",
                                "May",       "June",     "July",     "August",
                                "September", "October",  "November", "December"};
    return fmt::format("{} {} {}", static_cast<unsigned>(date.day()),
                       months[static_cast<unsigned>(date.month()) - 1],
                       static_cast<int>(date.year()));
}

std::string iso(Date date) {
    return fmt::format("{:04}-{:02}-{:02}", static_cast<int>(date.year()),
                       static_cast<unsigned>(date.month()), static_cast<unsigned>(date.day()));
}

std::optional<Date> date_from_iso(std::string_view text) {
    if (text.size() != 10 || text[4] != '-' || text[7] != '-') return std::nullopt;
    int year = 0;
    unsigned month = 0, day = 0;
    const auto number = [&](std::size_t from, std::size_t count, auto& into) {
        const char* end = text.data() + from + count;
        const auto read = std::from_chars(text.data() + from, end, into);
        return read.ec == std::errc() && read.ptr == end;
    };
    if (!number(0, 4, year) || !number(5, 2, month) || !number(8, 2, day)) return std::nullopt;
    const Date date{std::chrono::year(year), std::chrono::month(month), std::chrono::day(day)};
    return date.ok() && year >= 1 ? std::optional(date) : std::nullopt;
}

}  // namespace underpaint
