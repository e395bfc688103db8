// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <chrono>
#include <concepts>
#include <limits>
#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <string_view>

#include "files/nesting.h"

/// Whole numbers, wherever one is read from JSON: the library converts whatever stands there, which
/// C++ leaves undefined for 1e40. Here it is the nearest that the type has.
template <std::integral Whole>
requires(!std::same_as<Whole, bool>) struct nlohmann::adl_serializer<Whole> {
    template <class Json>
    static void to_json(Json& json, Whole value) {
        nlohmann::to_json(json, value);
    }
    template <class Json>
    static void from_json(const Json& json, Whole& value) {
        if (!json.is_number_float()) return nlohmann::from_json(json, value);
        using Limits = std::numeric_limits<Whole>;
        const auto number = json.template get<double>();
        // The greatest of 64 bits is no double: the next one is too large.
        value = number >= static_cast<double>(Limits::max())   ? Limits::max()
                : number <= static_cast<double>(Limits::min()) ? Limits::min()
                                                               : static_cast<Whole>(number);
    }
};

namespace underpaint {

/// Members stay in the order in which they are written.
using Json = nlohmann::ordered_json;

template <class T>
Json or_null(const std::optional<T>& value) {
    return value ? Json(*value) : Json();
}

/// Parses a text; the result is discarded (`is_discarded()`) when it is not JSON or nests too deep.
/// All JSON of files is read by this.
inline Json parse_json(std::string_view text, int most_nesting = kMaxNesting) {
    if (json_nests_too_deep(text, most_nesting)) return Json(Json::value_t::discarded);
    return Json::parse(text, nullptr, false);
}

/// A moment that is written as seconds since 1970, brought between then and the end of the year
/// 9999.
inline std::chrono::sys_seconds in_seconds(const Json& json) {
    constexpr std::int64_t latest = 253'402'300'799;
    return std::chrono::sys_seconds(
        std::chrono::seconds(std::clamp(json.get<std::int64_t>(), std::int64_t{0}, latest)));
}

/// On one line; bytes that are no UTF-8 become its replacement character.
inline std::string line_of(const Json& json) {
    return json.dump(-1, ' ', false, Json::error_handler_t::replace);
}

/// For a file: a line a member; bytes that are no UTF-8 become its replacement character.
inline std::string text_of(const Json& json) {
    return json.dump(1, ' ', false, Json::error_handler_t::replace) + "\n";
}

}  // namespace underpaint
