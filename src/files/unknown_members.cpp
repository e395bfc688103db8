// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/unknown_members.h"

#include <algorithm>

namespace underpaint {
namespace {

constexpr int kMostDeep = 16;  // our own members are no deeper
constexpr const char* kKind = "kind";

/// The member that an item of a list is known by; null where it has none.
const char* key_of(const Json& item) {
    for (const char* key : {"id", "number", "name"})
        if (item.is_object() && item.contains(key)) return key;
    return nullptr;
}

template <class List>
auto* same_item(List& list, const Json& item, const char* key) {
    const auto found = std::ranges::find_if(list, [&](const Json& each) {
        return each.is_object() && each.contains(key) && each.at(key) == item.at(key);
    });
    return found == list.end() ? nullptr : &*found;
}

Json unknown(const Json& theirs, const Json& ours, int depth);

Json unknown_items(const Json& theirs, const Json& ours, int depth) {
    Json rest;
    for (const Json& item : theirs) {
        const char* key = key_of(item);
        const Json* own = key != nullptr ? same_item(ours, item, key) : nullptr;
        if (own == nullptr) continue;
        Json of_item = unknown(item, *own, depth);
        if (of_item.is_null()) continue;
        of_item[key] = item.at(key);
        rest.push_back(std::move(of_item));
    }
    return rest;
}

Json unknown(const Json& theirs, const Json& ours, int depth) {
    Json rest;
    if (depth > kMostDeep) return rest;
    for (const auto& [key, value] : theirs.items()) {
        Json inside;
        if (!ours.contains(key))
            inside = value;
        else if (value.is_object() && ours.at(key).is_object())
            inside = unknown(value, ours.at(key), depth + 1);
        else if (value.is_array() && ours.at(key).is_array())
            inside = unknown_items(value, ours.at(key), depth + 1);
        if (!inside.is_null()) rest[key] = std::move(inside);
    }
    if (!rest.is_null() && ours.contains(kKind)) rest[kKind] = ours.at(kKind);
    return rest;
}

}  // namespace

Json unknown_members(const Json& theirs, const Json& ours) {
    return theirs.is_object() && ours.is_object() ? unknown(theirs, ours, 0) : Json();
}

void put_back(const Json& unknown, Json& ours) {
    if (!unknown.is_object() || !ours.is_object()) return;
    if (unknown.contains(kKind) && ours.contains(kKind) && unknown.at(kKind) != ours.at(kKind))
        return;
    for (const auto& [key, value] : unknown.items()) {
        if (!ours.contains(key)) {
            ours[key] = value;
        } else if (value.is_object()) {
            put_back(value, ours[key]);
        } else if (value.is_array() && ours.at(key).is_array()) {
            for (const Json& item : value)
                if (const char* known = key_of(item))
                    if (Json* own = same_item(ours[key], item, known)) put_back(item, *own);
        }
    }
}

}  // namespace underpaint
