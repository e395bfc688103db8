// SPDX-License-Identifier: GPL-3.0-or-later
#include "terms/figures.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <cmath>

namespace underpaint {

std::string with_sign(double v, int decimals) {
    const std::string size = fmt::format("{:.{}f}", std::fabs(v), decimals);
    const bool zero = size.find_first_not_of("0.") == std::string::npos;
    return (zero ? "±" : v > 0 ? "+" : "−") + size;
}

std::string kept_in_words(const std::optional<double>& kept) {
    return kept ? fmt::format("{:.0f}%", 100 * *kept) : "faint";
}

std::string listed(std::span<const std::string> words) {
    std::string all;
    for (std::size_t i = 0; i < words.size(); ++i)
        all += (i == 0 ? "" : i + 1 < words.size() ? ", " : " and ") + words[i];
    return all;
}

std::string lower_case(std::string_view label) {
    std::string result(label);
    std::ranges::transform(result, result.begin(), [](unsigned char c) { return std::tolower(c); });
    return result;
}

}  // namespace underpaint
