// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/foreign_entries.h"

#include <algorithm>

#include "files/limits.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

bool speaks_of(const SharedForeign& foreign, const std::string& entry) {
    if (!foreign) return false;
    return foreign->elements.find(entry) != std::string::npos ||
           foreign->members.find(entry) != std::string::npos ||
           std::ranges::any_of(foreign->attributes, [&](const auto& attribute) {
               return attribute.second.find(entry) != std::string::npos;
           });
}

bool a_layer_speaks_of(const Painting& painting, const std::string& entry) {
    const auto does = [&](const auto& each) { return speaks_of(each.foreign, entry); };
    return std::ranges::any_of(painting.passes, does) ||
           std::ranges::any_of(painting.values, does) ||
           std::ranges::any_of(painting.groups, does) ||
           (painting.foreign && speaks_of(painting.foreign->ground, entry));
}

}  // namespace

std::vector<std::string> keep_along(const ZipReader& zip, const std::set<std::string>& known,
                                    Painting& painting) {
    std::vector<std::string> lost;
    std::vector<ForeignEntry> kept;
    std::set<std::string> seen = known;
    std::size_t left = kMaxForeignBytes;
    for (const std::string& name : zip.entries()) {
        if (name.ends_with('/') || !seen.insert(name).second) continue;
        auto bytes = zip.read(name, left);
        if (!bytes) {
            lost.push_back("What another program keeps in it as " + shown_name(name) +
                           " can't be kept along: " + bytes.error().what);
            continue;
        }
        left -= bytes->size();
        kept.push_back({name, std::make_shared<const Bytes>(std::move(*bytes)),
                        a_layer_speaks_of(painting, name)});
    }
    if (kept.empty()) return lost;
    change_foreign(painting, [&](ForeignFile& file) { file.entries = std::move(kept); });
    return lost;
}

std::vector<ForeignEntry> still_kept(const Painting& painting) {
    std::vector<ForeignEntry> kept;
    if (!painting.foreign) return kept;
    std::ranges::copy_if(painting.foreign->entries, std::back_inserter(kept),
                         [&](const ForeignEntry& entry) {
                             return !entry.of_layer || a_layer_speaks_of(painting, entry.name);
                         });
    return kept;
}

std::string unused_name(const std::set<std::string>& taken, const std::string& wanted) {
    const std::size_t dot = std::min(wanted.rfind('.'), wanted.size());
    std::string name = wanted;
    for (int i = 2; taken.contains(name); ++i)
        name = wanted.substr(0, dot) + "-" + std::to_string(i) + wanted.substr(dot);
    return name;
}

}  // namespace underpaint
