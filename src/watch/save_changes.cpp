// SPDX-License-Identifier: GPL-3.0-or-later
#include "watch/save_changes.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "raster/reframe.h"
#include "terms/shown_name.h"
#include "watch/small_steps.h"

namespace underpaint {
namespace {

constexpr int kComparedSide = 700;  // long side of what is compared
constexpr std::size_t kMostSpoken = 3;

/// The value below which a share of the sorted values lies.
double at_share(const std::vector<float>& sorted, double share) {
    const auto place = static_cast<std::size_t>(share * static_cast<double>(sorted.size() - 1));
    return static_cast<double>(sorted[place]);
}

struct Sum {
    double change = 0, all = 0, changed = 0;
    std::vector<float> steps;  // sealed, of what changed
};

}  // namespace

std::vector<PartChange> changes_since(const SharedPicture& before, const Save& now, Reader reader) {
    const Painting& painting = now.painting;
    const FloatBlock was = small_steps(before, kComparedSide, reader),
                     is = small_steps(now.picture(), kComparedSide, reader),
                     sealed = small_steps(painting.ground(), kComparedSide, reader);
    if (was.area() != is.area() || sealed.area() != is.area()) return {};
    const std::size_t count = is.samples().size();
    // Each pixel belongs to the part that covers it most, by half at least.
    std::vector<std::size_t> owner(count, 0);
    std::vector<float> most(count, 0.5F);
    for (std::size_t p = 0; p < painting.parts.size(); ++p) {
        const Picture mask = scaled(painting.parts[p].mask->base(), is.area().size());
        const FloatBlock cover = coverage_of(mask, rect_of(mask.size()));
        for (std::size_t i = 0; i < count; ++i)
            if (cover.samples()[i] >= most[i]) most[i] = cover.samples()[i], owner[i] = p + 1;
    }
    std::vector<Sum> sums(painting.parts.size() + 1);
    for (std::size_t i = 0; i < count; ++i) {
        const float by = is.samples()[i] - was.samples()[i];
        Sum& sum = sums[owner[i]];
        sum.change += static_cast<double>(by);
        sum.all += 1;
        if (std::abs(static_cast<double>(by)) < kSeenChange) continue;
        sum.changed += 1;
        sum.steps.push_back(sealed.samples()[i]);
    }
    std::vector<PartChange> changes;
    for (std::size_t p = 0; p < sums.size(); ++p) {
        Sum& sum = sums[p];
        if (sum.all == 0 || sum.changed / sum.all < kSpokenShare) continue;
        std::ranges::sort(sum.steps);
        changes.push_back({p == 0 ? PartId{0} : painting.parts[p - 1].id, sum.change / sum.all,
                           sum.changed / sum.all, at_share(sum.steps, 0.1),
                           at_share(sum.steps, 0.9)});
    }
    std::ranges::stable_sort(changes, std::greater{},
                             [](const PartChange& each) { return std::abs(each.by); });
    return changes;
}

std::string in_words(const std::vector<PartChange>& changes, const Painting& painting) {
    std::string said;
    for (std::size_t i = 0; i < std::min(kMostSpoken, changes.size()); ++i) {
        const PartChange& each = changes[i];
        const Part* part = painting.part(each.part);
        const std::string name = part != nullptr          ? shown_name(part->name)
                                 : painting.parts.empty() ? "The picture"
                                                          : "What lies in no part";
        said += said.empty() ? "" : "; ";
        said += std::abs(each.by) < kSeenChange / 2
                    ? fmt::format("{} changed in {:.0f}% of it", name, 100 * each.share)
                    : fmt::format("{} {:.2f} {}", name, std::abs(each.by),
                                  each.by > 0 ? "lighter" : "darker");
        said += fmt::format(" (steps {:.0f} to {:.0f})", each.from, each.to);
    }
    return said.empty() ? said : said + ".";
}

}  // namespace underpaint
