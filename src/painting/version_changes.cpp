// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/version_changes.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <numbers>
#include <utility>

#include "painting/changes.h"
#include "painting/group_changes.h"

namespace underpaint {
namespace {

Version* found(Painting& painting, VersionId id) {
    const auto at = std::ranges::find(painting.versions, id, &Version::id);
    return at == painting.versions.end() ? nullptr : &*at;
}

VersionId next_version_id(const Painting& painting) {
    VersionId highest = kNoVersion;
    for (const Version& version : painting.versions) highest = std::max(highest, version.id);
    return highest + 1;
}

/// A painting that has but one version has it in its list from now on.
void begin_versions(Painting& painting) {
    if (!painting.versions.empty()) return;
    painting.versions.push_back({1, std::string(kFirstVersionName), {}, {}, {}});
    painting.version = 1;
}

/// The name, or with a number where another version has it.
std::string free_name(const Painting& painting, std::string name, VersionId own = kNoVersion) {
    const auto taken = [&](const std::string& text) {
        return std::ranges::any_of(painting.versions, [&](const Version& version) {
            return version.id != own && version.name == text;
        });
    };
    if (name.empty()) name = "Version";
    std::string free = name;
    for (int number = 2; taken(free); ++number) free = name + " " + std::to_string(number);
    return free;
}

void take(Painting& painting, Colouring colouring) {
    painting.passes = std::move(colouring.passes);
    painting.groups = std::move(colouring.groups);
    painting.palette = std::move(colouring.palette);
    painting.colour_plan = std::move(colouring.colour_plan);
    painting.meant = std::move(colouring.meant);
}

std::string lower(std::string_view text) {
    std::string made(text);
    for (char& c : made)
        if (c >= 'A' && c <= 'Z') c = static_cast<char>(c - 'A' + 'a');
    return made;
}

}  // namespace

Colouring colouring_of(const Painting& painting) {
    return {painting.passes, painting.groups, painting.palette, painting.colour_plan,
            painting.meant};
}

Painting with_colouring(Painting painting, Colouring colouring) {
    std::erase_if(colouring.passes, [&](const Pass& pass) { return !fits(painting, pass); });
    for (Pass& pass : colouring.passes) pass = in_range(std::move(pass));
    ColourPlan plan = std::move(colouring.colour_plan);
    Palette palette = std::move(colouring.palette);
    take(painting, std::move(colouring));
    painting.colour_plan = {};
    painting = with_palette(with_settled_groups(std::move(painting)), std::move(palette));
    return with_colour_plan(std::move(painting), std::move(plan));
}

Painting as_version(const Painting& painting, VersionId id) {
    Painting alone = painting;
    alone.versions.clear();
    alone.version = kNoVersion;
    alone.looks.clear();
    alone.others_see_all = false;
    const Version* version = painting.find_version(id);
    if (version != nullptr && id != painting.version) take(alone, version->colouring);
    return alone;
}

std::optional<VersionId> version_named(const Painting& painting, std::string_view name) {
    for (const Version& version : painting.versions)
        if (version.name == name) return version.id;
    for (const Version& version : painting.versions)
        if (lower(version.name) == lower(name)) return version.id;
    std::size_t place = 0;
    if (name.starts_with('#')) std::from_chars(name.data() + 1, name.data() + name.size(), place);
    if (place == 0 || place > painting.versions.size()) return std::nullopt;
    return painting.versions[place - 1].id;
}

Painting with_version_chosen(Painting painting, VersionId id) {
    Version *next = found(painting, id), *now = found(painting, painting.version);
    if (next == nullptr || now == nullptr || next == now) return painting;
    now->colouring = colouring_of(painting);
    take(painting, std::exchange(next->colouring, {}));
    painting.version = id;
    return painting;
}

Painting with_branch(Painting painting, std::string name, std::string from) {
    if (painting.versions.size() >= kMostVersions) return painting;
    begin_versions(painting);
    Version* now = found(painting, painting.version);
    if (now == nullptr) return painting;
    now->colouring = colouring_of(painting);
    const auto place = now - painting.versions.data() + 1;
    const VersionId id = next_version_id(painting);
    Version branch{id, free_name(painting, std::move(name)), std::move(from), {}, {}};
    painting.versions.insert(painting.versions.begin() + place, std::move(branch));
    painting.version = id;
    return painting;
}

Painting with_version(Painting painting, std::string name, std::string from, Colouring colouring) {
    if (painting.versions.size() >= kMostVersions) return painting;
    begin_versions(painting);
    const Painting settled = with_colouring(painting, std::move(colouring));
    painting.versions.push_back({next_version_id(painting),
                                 free_name(painting, std::move(name)),
                                 std::move(from),
                                 {},
                                 colouring_of(settled)});
    return painting;
}

Painting with_version_renamed(Painting painting, VersionId id, std::string name) {
    if (Version* version = found(painting, id); version != nullptr && !name.empty())
        version->name = free_name(painting, std::move(name), id);
    return painting;
}

Painting with_version_noted(Painting painting, VersionId id, std::string note) {
    if (Version* version = found(painting, id)) version->note = std::move(note);
    return painting;
}

Painting with_version_moved(Painting painting, std::size_t from, std::size_t to) {
    auto& versions = painting.versions;
    if (from >= versions.size() || to >= versions.size()) return painting;
    Version moved = std::move(versions[from]);
    versions.erase(versions.begin() + static_cast<std::ptrdiff_t>(from));
    versions.insert(versions.begin() + static_cast<std::ptrdiff_t>(to), std::move(moved));
    return painting;
}

Painting without_version(Painting painting, VersionId id) {
    const Version* version = found(painting, id);
    if (version == nullptr || painting.versions.size() < 2) return painting;
    const auto place = static_cast<std::size_t>(version - painting.versions.data());
    if (id == painting.version) {
        const VersionId other = painting.versions[place > 0 ? place - 1 : 1].id;
        painting = with_version_chosen(std::move(painting), other);
    }
    painting.versions.erase(painting.versions.begin() + static_cast<std::ptrdiff_t>(place));
    std::erase_if(painting.looks,
                  [&](const BlindLook& look) { return look.chosen == id || look.other == id; });
    return painting;
}

Painting with_look(Painting painting, const BlindLook& look) {
    if (look.chosen != look.other && found(painting, look.chosen) != nullptr &&
        found(painting, look.other) != nullptr && painting.looks.size() < kMostLooks)
        painting.looks.push_back(look);
    return painting;
}

Painting with_all_for_others(Painting painting, bool on) {
    painting.others_see_all = on;
    return painting;
}

double LooksAt::by_chance() const {
    // Each term of the distribution is computed from the one before, as a logarithm: for a thousand
    // looks the terms themselves exceed a double.
    double sum = 0, log_term = -looks * std::numbers::ln2;
    for (int k = 0; k <= looks; ++k) {
        if (k >= chosen) sum += std::exp(log_term);
        log_term += std::log(static_cast<double>(looks - k) / (k + 1));
    }
    return std::min(1.0, sum);
}

LooksAt looks_at(const Painting& painting, VersionId id) {
    LooksAt counted;
    for (const BlindLook& look : painting.looks) {
        counted.chosen += look.chosen == id ? 1 : 0;
        counted.looks += look.chosen == id || look.other == id ? 1 : 0;
    }
    return counted;
}

}  // namespace underpaint
