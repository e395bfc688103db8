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

std::vector<CsvLine> parse_csv(std::string_view text, std::size_t most_lines) {
    std::vector<CsvLine> lines;
    CsvLine line;
    std::string field;
    bool inside = false, any = false;
    const auto end_field = [&] {
        if (line.size() < kMostCsvFields) line.push_back(std::move(field));
        field.clear();
    };
    const auto end_line = [&] {
        if (!any) return;
        end_field();
        lines.push_back(std::move(line));
        line.clear();
        any = false;
    };
    for (std::size_t i = 0; i < text.size() && lines.size() < most_lines; ++i) {
        const char c = text[i];
        if (inside) {
            if (c == '"' && i + 1 < text.size() && text[i + 1] == '"') {
                field += '"', ++i;
            } else if (c == '"') {
                inside = false;
            } else {
                field += c;
            }
        } else if (c == '"') {
            inside = any = true;
        } else if (c == ',') {
            end_field(), any = true;
        } else if (c == '\n' || c == '\r') {
            end_line();
        } else {
            field += c, any = true;
        }
    }
    end_line();
    return lines;
}

}  // namespace underpaint
