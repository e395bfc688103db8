// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/save_changes.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr std::size_t kMostSpoken = 3;
/// So much of a change lies above, or below, the median step of its part, to be one of its lights,
/// or of its shadows.
constexpr double kClearOfMiddle = 0.1;

struct Sum {
    double change = 0;
    std::size_t all = 0;
    std::vector<float> sealed, changed;  // sealed steps of all pixels, and of those that changed
};

/// Lighter here and darker there.
bool goes_both_ways(const PartChange& change) {
    return std::abs(change.by) < kSeenChange / 2;
}

}  // namespace

std::vector<PartChange> changes_between(const StatePair& pair, const Painting& painting) {
    const ComparedGround& ground = pair.ground;
    const std::size_t count = ground.part.size();
    if (pair.was.samples().size() != count || pair.is.samples().size() != count) return {};
    const FloatBlock seen = seen_change(pair);
    std::vector<Sum> sums(painting.parts.size() + 1);
    for (std::size_t i = 0; i < count; ++i) {
        const float by = pair.is.samples()[i] - pair.was.samples()[i];
        Sum& sum = sums[std::min<std::size_t>(ground.part[i], painting.parts.size())];
        sum.change += static_cast<double>(by);
        ++sum.all;
        sum.sealed.push_back(ground.sealed.samples()[i]);
        if (std::abs(static_cast<double>(seen.samples()[i])) >= kSeenChange)
            sum.changed.push_back(ground.sealed.samples()[i]);
    }
    std::vector<PartChange> changes;
    for (std::size_t p = 0; p < sums.size(); ++p) {
        const Sum& sum = sums[p];
        const auto changed = static_cast<double>(sum.changed.size());
        if (sum.all == 0 || changed / static_cast<double>(sum.all) < kSpokenShare) continue;
        changes.push_back({p == 0 ? PartId{0} : painting.parts[p - 1].id,
                           sum.change / static_cast<double>(sum.all),
                           changed / static_cast<double>(sum.all),
                           changed / static_cast<double>(count), at_share(sum.changed, 0.1),
                           at_share(sum.changed, 0.9), at_share(sum.sealed, 0.5)});
    }
    std::ranges::stable_sort(changes, std::greater{}, weight_of);
    return changes;
}

double weight_of(const PartChange& change) {
    const double area = change.share > 0 ? change.of_picture / change.share : 0;
    return std::max(std::abs(change.by), kSeenChange * change.share) * area;
}

std::string name_of_part(PartId part, const Painting& painting) {
    if (const Part* found = painting.part(part)) return shown_name(found->name);
    return painting.parts.empty() ? "The picture" : "What lies in no part";
}

std::string place_of(const PartChange& change, const Painting& painting) {
    std::string name = name_of_part(change.part, painting);
    if (painting.part(change.part) == nullptr) name[0] = painting.parts.empty() ? 't' : 'w';
    if (change.from > change.middle + kClearOfMiddle) return "the lights of " + name;
    if (change.to < change.middle - kClearOfMiddle) return "the shadows of " + name;
    return name;
}

std::string in_words(const std::vector<PartChange>& changes, const Painting& painting) {
    std::string said;
    for (std::size_t i = 0; i < std::min(kMostSpoken, changes.size()); ++i) {
        const PartChange& each = changes[i];
        const std::string name = name_of_part(each.part, painting);
        said += said.empty() ? "" : "; ";
        said += goes_both_ways(each)
                    ? fmt::format("{} changed in {:.0f}% of it", name, 100 * each.share)
                    : fmt::format("{} {:.2f} {}", name, std::abs(each.by),
                                  each.by > 0 ? "lighter" : "darker");
        said += fmt::format(" (steps {:.0f} to {:.0f})", each.from, each.to);
    }
    return said.empty() ? said : said + ".";
}

std::string in_short(const std::vector<PartChange>& changes, const Painting& painting) {
    std::string said;
    for (std::size_t i = 0; i < std::min(kMostSpoken, changes.size()); ++i) {
        const PartChange& each = changes[i];
        said += fmt::format("{}{} {}", said.empty() ? "" : ", ", name_of_part(each.part, painting),
                            goes_both_ways(each) ? "±" + fmt::format("{:.0f}%", 100 * each.share)
                            : each.by < 0        ? fmt::format("−{:.1f}", -each.by)
                                                 : fmt::format("+{:.1f}", each.by));
    }
    return said;
}

std::string in_a_sentence(const std::vector<PartChange>& changes, const Painting& painting) {
    std::string said;
    double share = 0;
    for (const PartChange& each : changes) share += each.of_picture;
    const std::size_t spoken = std::min(kMostSpoken, changes.size());
    std::string said_direction;  // the last direction named, which is not repeated
    for (std::size_t i = 0; i < spoken; ++i) {
        const PartChange& each = changes[i];
        said += said.empty() ? "" : i + 1 == changes.size() ? " and " : ", ";
        said += name_of_part(each.part, painting);
        if (goes_both_ways(each)) {
            said += fmt::format(" changed in {:.0f}% of it", 100 * each.share);
            said_direction.clear();
            continue;
        }
        const std::string direction = each.by > 0 ? "lighter" : "darker";
        if (direction != said_direction)
            said += (said_direction.empty() ? " became " : " ") + direction;
        said += fmt::format(" by {:.2f}{}", std::abs(each.by), i == 0 ? " step" : "");
        said_direction = direction;
    }
    if (said.empty()) return said;
    if (changes.size() > spoken)
        said += fmt::format(" and {} more changed less", changes.size() - spoken);
    return said +
           fmt::format(", {:.0f}% of the picture; the rest stands.", std::max(1.0, 100 * share));
}

}  // namespace underpaint
