// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

namespace underpaint {

struct FigureField;
using FigureFields = std::vector<FigureField>;

/// One figure for other programs: a number (nothing where it could not be measured), a word, other
/// figures or a list of such.
struct FigureField {
    std::string_view id;
    std::variant<std::optional<double>, std::string, FigureFields, std::vector<FigureFields>> value;
};

}  // namespace underpaint
