// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/value_findings.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "audit/extremes.h"
#include "audit/value_search.h"
#include "audit/viewing_mask.h"
#include "raster/regions.h"
#include "terms/shown_name.h"

namespace underpaint {

Finding& ValueSearch::add(FindingCode code, Verdict verdict, std::string text) {
    return found.emplace_back(Finding{code, verdict, 0, std::move(text)});
}

void find_range(ValueSearch& search) {
    const Range is = range_of(search.figures.steps);
    const double low = search.figures.steps.percentile(0.05),
                 high = search.figures.steps.percentile(0.95);
    const bool narrow = high - low < kNarrowBand;
    if (narrow) {
        auto& finding = search.add(
            kBandNarrow, Verdict::slipping,
            fmt::format("Nine tenths of the picture lie within {:.1f} steps ({:.1f} to "
                        "{:.1f}): darks and lights hardly part.",
                        search.said_width(high - low), search.said(low), search.said(high)));
        search.mend(finding, [&] {
            return mend_range(search.figures, search.plan.range.value_or(Range{2, 8}));
        });
        finding.steps = {low, high};
    }
    if (search.plan.range) {
        const Range& wanted = *search.plan.range;
        const double off = std::max(std::abs(is.darkest - wanted.darkest),
                                    std::abs(is.lightest - wanted.lightest));
        if (off > kRangeSlack) {
            const bool squeezed = is.width() < wanted.width();
            auto& finding = search.add(
                kRangeOff, off > 1 ? Verdict::lost : Verdict::slipping,
                fmt::format(
                    "Values run from {:.1f} to {:.1f}, {} than the {:.1f} to {:.1f} of your plan.",
                    search.said(is.darkest), search.said(is.lightest),
                    squeezed ? "less far" : "otherwise", search.said(wanted.darkest),
                    search.said(wanted.lightest)));
            const bool dark_end =
                std::abs(is.darkest - wanted.darkest) > std::abs(is.lightest - wanted.lightest);
            finding.steps = dark_end ? std::vector{is.darkest, wanted.darkest}
                                     : std::vector{is.lightest, wanted.lightest};
            search.mend(finding, [&] { return mend_range(search.figures, wanted); });
            return;
        }
    }
    if (narrow) return;
    const std::string_view width = width_of(is), key = name_of(key_of(search.figures.steps));
    search.add(kRangeIs, Verdict::held,
               fmt::format("Values run from {:.1f} to {:.1f}: a {} range in a {} key{}.",
                           search.said(is.darkest), search.said(is.lightest), width, key,
                           search.plan.range ? ", as planned" : ""));
}

void find_key(ValueSearch& search) {
    const Key is = key_of(search.figures.steps);
    if (!search.plan.key || *search.plan.key == is) return;
    const double median = search.figures.steps.percentile(0.5);
    const auto is_name = name_of(is), wanted_name = name_of(*search.plan.key);
    auto& finding = search.add(
        kKeyOff, Verdict::slipping,
        fmt::format("The key is {} (half the picture is below {:.1f}); your plan has it {}.",
                    is_name, search.said(median), wanted_name));
    constexpr double middles[] = {3.8, 5, 6.2};
    double wanted = middles[static_cast<std::size_t>(*search.plan.key)];
    if (*search.plan.key == Key::middle) wanted = median < 4 ? 4.2 : 5.8;
    search.mend(finding, [&] { return mend_key(search.figures, wanted); });
}

void find_parts(ValueSearch& search) {
    for (const auto& [id, wanted] : search.plan.steps) {
        const Part* part = search.painting.part(id);
        const auto is = std::ranges::find(search.figures.parts, id, &PartFigures::part);
        if (part == nullptr || part->hidden || is == search.figures.parts.end()) continue;
        if (!is->steps) {
            search.add(
                kPartOff, Verdict::slipping,
                fmt::format(
                    "{} covers no pixel by half, so its step can't be measured; your plan has "
                    "{:.1f}.",
                    shown_name(part->name), search.said(wanted)));
            continue;
        }
        const double off = std::abs(is->steps->mean - wanted);
        if (off <= kPartSlack) continue;
        auto& finding = search.add(
            kPartOff, off > 1 ? Verdict::lost : Verdict::slipping,
            fmt::format("{} stands at step {:.1f}; your plan has it at {:.1f}.",
                        shown_name(part->name), search.said(is->steps->mean), search.said(wanted)));
        finding.where = part->mask;
        finding.steps = {is->steps->mean, wanted};
        search.mend(finding, [&] {
            return mend_part(search.painting, search.figures, *part, wanted, search.stop);
        });
    }
}

void find_white(ValueSearch& search) {
    const double white = step_of(read(Reader::lightness, grey(1 - kExtremeMargin)));
    const ViewingSteps& viewing = search.figures.viewing;
    const Size size = viewing.steps.area().size();
    const auto bare = pixels_where(viewing, [&](const Point& p, float step) {
        return step >= white && !in_focus(search.plan.foci, p);
    });
    const Regions regions = find_regions(size, bare);
    const auto least = kLeastWhite * static_cast<double>(size.area());
    double area = 0;
    std::size_t pieces = 0;
    for (const Region& region : regions.regions) {
        if (static_cast<double>(region.area) < least) break;
        area += static_cast<double>(region.area);
        ++pieces;
    }
    if (pieces == 0) return;
    auto& finding =
        search.add(kBareWhite, Verdict::slipping,
                   fmt::format("{:.1f}% of the picture is bare white, in {} {} outside the foci.",
                               100 * area / static_cast<double>(size.area()), pieces,
                               pieces == 1 ? "place" : "places"));
    finding.where = as_mask(viewing.size(), bare);
    finding.steps = {white};
    search.mend(finding, [&] { return mend_white(search.painting, search.figures, 8.6); });
}

std::vector<Finding> find_in_values(const Painting& painting, const ValuesAudit& figures,
                                    const std::stop_token& stop) {
    ValueSearch search{painting, figures, stop};
    const Range range = range_of(figures.steps);
    if (range.width() < 0.01) {
        auto& finding =
            search.add(kOneValue, Verdict::slipping,
                       fmt::format("The picture is one value, {:.1f}: range, edges and focus can't "
                                   "be measured where nothing differs.",
                                   search.said(range.darkest)));
        finding.steps = {range.darkest};
        return std::move(search.found);
    }
    for (const auto find : {find_range, find_key, find_shapes, find_parts, find_focus, find_edges,
                            find_white, find_scattered_darks})
        find(search);
    std::ranges::stable_sort(search.found, std::greater(), &Finding::verdict);
    return std::move(search.found);
}

}  // namespace underpaint
