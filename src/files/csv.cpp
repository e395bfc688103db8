// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/csv.h"

#include <string_view>

namespace underpaint {
namespace {

bool may_be_formula(std::string_view text) {
    if (text.empty() || std::string_view("=+-@").find(text[0]) == std::string_view::npos)
        return false;
    const bool sign = text[0] == '+' || text[0] == '-';
    return !sign || text.size() == 1 ||
           text.find_first_not_of("0123456789.", 1) != std::string_view::npos;
}

}  // namespace

std::string csv_field(const std::string& text) {
    const bool formula = may_be_formula(text);
    if (!formula && text.find_first_of(",\"\r\n") == std::string::npos) return text;
    std::string result = formula ? "\"'" : "\"";
    for (const char c : text) {
        if (c == '"') result += '"';
        result += c;
    }
    return result + "\"";
}

}  // namespace underpaint
