// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/layer_changes.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>

#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr std::size_t kMostLayersSaid = 4;
constexpr double kLiesOn = 0.02;         // least share of a change that is attributed to a layer
constexpr float kSameStrength = 0.004F;  // half a level of 8 bits

std::string percent(float share) {
    return fmt::format("{:.0f}%", 100 * share);
}

/// For each of the later layers the place of the earlier one that it was.
std::vector<std::optional<std::size_t>> matched(const std::vector<ListedLayer>& before,
                                                const std::vector<ListedLayer>& now) {
    std::vector<std::optional<std::size_t>> found(now.size());
    std::vector<bool> taken(before.size(), false);
    const auto match = [&](auto same) {
        for (std::size_t i = 0; i < now.size(); ++i)
            for (std::size_t j = 0; j < before.size() && !found[i]; ++j)
                if (!taken[j] && same(before[j], now[i])) found[i] = j, taken[j] = true;
    };
    // Of several layers with one name, unchanged ones are matched first.
    match([](const ListedLayer& a, const ListedLayer& b) {
        return a.name == b.name && a.pixels == b.pixels;
    });
    match([](const ListedLayer& a, const ListedLayer& b) {
        return a.name == b.name && (a.pixels == 0) == (b.pixels == 0);
    });
    match([](const ListedLayer& a, const ListedLayer& b) {
        return a.pixels != 0 && a.pixels == b.pixels;
    });
    return found;
}

}  // namespace

std::vector<LayerChange> layer_changes(const std::vector<ListedLayer>& before,
                                       const std::vector<ListedLayer>& now) {
    using Kind = LayerChange::Kind;
    std::vector<LayerChange> changes;
    const auto found = matched(before, now);
    for (std::size_t i = 0; i < now.size(); ++i) {
        const ListedLayer& is = now[i];
        const auto add = [&](Kind kind, std::string was_so = {}, std::string is_so = {}) {
            changes.push_back({kind, is.name, std::move(was_so), std::move(is_so), i});
        };
        if (!found[i]) {
            add(Kind::added);
            continue;
        }
        const ListedLayer& was = before[*found[i]];
        if (was.name != is.name) add(Kind::renamed, was.name);
        if (was.pixels != is.pixels)
            add(Kind::painted);
        else if (was.x != is.x || was.y != is.y)
            add(Kind::moved);
        if (was.visible != is.visible) add(is.visible ? Kind::shown : Kind::hidden);
        if (std::abs(was.opacity - is.opacity) > kSameStrength)
            add(Kind::strength, percent(was.opacity), percent(is.opacity));
        if (was.blend != is.blend)
            add(Kind::blend, std::string(text_of(was.blend).label),
                std::string(text_of(is.blend).label));
    }
    for (std::size_t j = 0; j < before.size(); ++j)
        if (std::ranges::find(found, std::optional(j)) == found.end())
            changes.push_back({Kind::gone, before[j].name, {}, {}, std::nullopt});
    return changes;
}

std::vector<LayerChange> by_blame(std::vector<LayerChange> changes, const CoveredBy& covered) {
    if (changes.size() < 2) return changes;
    std::map<std::size_t, double> shares;
    for (const LayerChange& each : changes)
        if (each.at && !shares.contains(*each.at)) shares[*each.at] = covered(*each.at);
    const auto share_of = [&](const LayerChange& each) {
        // A removed layer can't be shown, and a new name changes no value.
        if (each.kind == LayerChange::Kind::renamed) return -1.0;
        return each.at ? shares[*each.at] : 0.0;
    };
    std::ranges::stable_sort(changes, std::greater{}, share_of);
    if (share_of(changes.front()) < kLiesOn) return changes;
    std::erase_if(changes, [&](const LayerChange& each) {
        const bool painted = each.kind == LayerChange::Kind::painted ||
                             each.kind == LayerChange::Kind::moved ||
                             each.kind == LayerChange::Kind::added;
        return painted && share_of(each) < kLiesOn;
    });
    return changes;
}

std::string in_words(const std::vector<LayerChange>& changes) {
    using Kind = LayerChange::Kind;
    std::string said;
    for (std::size_t i = 0; i < std::min(kMostLayersSaid, changes.size()); ++i) {
        const LayerChange& each = changes[i];
        said += said.empty() ? "The layer " : "; ";
        said += shown_name(each.name);
        switch (each.kind) {
            case Kind::added: said += " is new"; break;
            case Kind::gone: said += " is gone"; break;
            case Kind::painted: said += " was painted on"; break;
            case Kind::moved: said += " was moved"; break;
            case Kind::shown: said += " is shown again"; break;
            case Kind::hidden: said += " is hidden"; break;
            case Kind::strength:
                said += fmt::format(" is at {} instead of {}", each.is, each.was);
                break;
            case Kind::blend:
                said += fmt::format(" is laid in {} instead of {}", each.is, each.was);
                break;
            case Kind::renamed:
                said += fmt::format(" was named {} before", shown_name(each.was));
                break;
        }
    }
    if (said.empty()) return said;
    if (changes.size() > kMostLayersSaid)
        said += fmt::format("; {} more changed", changes.size() - kMostLayersSaid);
    return said + ".";
}

}  // namespace underpaint
