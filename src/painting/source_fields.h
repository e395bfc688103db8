// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <type_traits>
#include <utility>

#include "painting/source.h"
#include "terms/parameter.h"

namespace underpaint {

// What a plain editor needs to know of any source.

/// Calls `work(parameter, value)` with each of its numbers that has a range, in their order.
template <class AnySource, class Work>
void for_numbers(AnySource& source, Work work) {
    std::visit(
        [&](auto& s) {
            s.fields(s, [&](const auto& member, auto& field) {
                if constexpr (std::is_same_v<std::decay_t<decltype(member)>, Parameter>)
                    work(member, field);
            });
        },
        source);
}

/// Calls `work(colour)` with each of its own colours.
template <class AnySource, class Work>
void for_colours(AnySource& source, Work work) {
    std::visit(
        [&](auto& s) {
            s.fields(s, [&](const auto&, auto& field) {
                if constexpr (std::is_same_v<std::decay_t<decltype(field)>, Rgb>) work(field);
            });
        },
        source);
}

/// Calls `work(picture)` with each of its pictures.
template <class AnySource, class Work>
void for_pictures(AnySource& source, Work work) {
    std::visit(
        [&](auto& s) {
            s.fields(s, [&](const auto&, auto& field) {
                if constexpr (std::is_same_v<std::remove_cvref_t<decltype(field)>, SharedPicture>)
                    work(field);
            });
        },
        source);
}

}  // namespace underpaint
