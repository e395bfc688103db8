// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "audit/extremes.h"

#include <fmt/format.h>

#include "audit/value_search.h"
#include "audit/viewing_mask.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

/// A name within a sentence: "the lantern" where it is "The lantern" at its head.
std::string within(const std::string& name) {
    return name.starts_with("The ") ? "the " + name.substr(4) : name;
}

/// The strong edges of the focus against those of what lies behind it.
void find_competing_edges(ValueSearch& search) {
    if (search.plan.foci.empty()) return;
    const ViewingSteps& viewing = search.figures.viewing;
    const Size size = viewing.steps.area().size();
    std::vector<EdgePoint> focus, rest;
    const Focus& first = search.plan.foci.front();
    for (const EdgePoint& p : search.figures.edges->points) {
        const Point at = in_picture(viewing, p.x, p.y);
        const double away = std::hypot(at.x - first.centre.x, at.y - first.centre.y);
        if (away <= first.radius)
            focus.push_back(p);
        else if (away > 1.5 * first.radius && !in_focus(search.plan.foci, at))
            rest.push_back(p);
    }
    constexpr std::size_t least_focus = 20, least_rest = 60;
    if (focus.size() < least_focus) return;
    const double width = median_width(focus);

    std::vector<EdgePoint> hardest;
    std::string whose = "the background";
    double least = INFINITY;
    for (const Part& part : search.painting.parts) {
        const MaskAtScale mask(part.mask, size);
        const auto holds_focus = [&] {
            const double scale = viewing.scale;
            const int x = static_cast<int>(first.centre.x * scale);
            const int y = static_cast<int>(first.centre.y * scale);
            return mask.at(std::clamp(x, 0, size.width - 1), std::clamp(y, 0, size.height - 1)) >=
                   0.5F;
        };
        if (part.hidden || holds_focus()) continue;
        std::vector<EdgePoint> mine;
        std::ranges::copy_if(rest, std::back_inserter(mine),
                             [&](const EdgePoint& p) { return mask.at(p.x, p.y) >= 0.5F; });
        if (mine.size() < least_rest) continue;
        if (const double its = median_width(mine); its < least)
            least = its, hardest = std::move(mine), whose = shown_name(part.name);
    }
    if (search.painting.parts.empty() && rest.size() >= least_rest)
        least = median_width(rest), hardest = std::move(rest);
    if (hardest.empty() || least > 1.1 * width) return;
    auto& finding = search.add(
        kEdgesCompete, Verdict::slipping,
        fmt::format("The edges of {} are as hard as those of {} ({:.1f} px against {:.1f} "
                    "px). Softer edges send it back.",
                    whose, within(shown_name(first.name)), least, width));
    finding.where = mask_along(viewing.size(), hardest);
    search.mend(finding, [&] {
        return mend_edges(search.painting, search.figures, hardest, "the edges of " + whose,
                          std::max(1.5 * width, kHardEdge + 1));
    });
}

}  // namespace

void find_focus(ValueSearch& search) {
    if (search.plan.foci.empty()) return;
    const std::string name = shown_name(search.plan.foci.front().name);
    if (!search.figures.focus) {
        search.add(kFocusLeads, Verdict::slipping,
                   fmt::format("{} can't be measured: none of it lies on the picture.", name));
        return;
    }
    const FocusAudit& focus = *search.figures.focus;
    if (!focus.kept) {
        search.add(kFocusLeads, Verdict::open,
                   fmt::format("{} has a contrast of {:.2f} steps: too faint to judge.", name,
                               search.said_width(focus.contrast)));
        return;
    }
    if (!focus.lead) {
        search.add(
            kFocusLeads, Verdict::held,
            name + (focus.rival ? " leads: there is no other contrast."
                                : " has a contrast of its own, but no other disc of its size fits "
                                  "on the picture, so its lead can't be measured."));
        return;
    }
    const double wanted = search.plan.lead.value_or(1);
    if (*focus.lead >= wanted) {
        auto& finding = search.add(
            kFocusLeads, Verdict::held,
            fmt::format("{} leads: its contrast of {:.1f} steps is {:.2f} times the next place.",
                        name, search.said_width(focus.contrast), *focus.lead));
        finding.where =
            disc_mask(search.figures.viewing, focus.rival->centre, search.plan.foci.front().radius);
        return;
    }
    auto& finding =
        *focus.lead < 1
            ? search.add(
                  kFocusLeads, Verdict::lost,
                  fmt::format(
                      "{} does not lead: its contrast is {:.1f} steps, another place has {:.1f}.",
                      name, search.said_width(focus.contrast),
                      search.said_width(focus.rival->contrast)))
            : search.add(
                  kFocusLeads, Verdict::slipping,
                  fmt::format("{} leads by {:.2f} times the next place; your plan asks for {:.2f}.",
                              name, *focus.lead, wanted));
    finding.where =
        disc_mask(search.figures.viewing, focus.rival->centre, search.plan.foci.front().radius);
    search.mend(finding,
                [&] { return mend_rival(search.painting, search.figures, wanted, search.stop); });
}

void find_edges(ValueSearch& search) {
    if (!search.figures.edges) return;
    const EdgeLengths lengths = lengths_of(*search.figures.edges);
    constexpr double least = 100;  // viewing pixels of edge, to speak of shares
    const double soft = lengths.share(EdgeKind::soft) + lengths.share(EdgeKind::lost);
    if (lengths.total() >= least && soft < kFewSoftEdges)
        search.add(
            kNoSoftEdges, Verdict::slipping,
            fmt::format(
                "Only {:.0f}% of the edges are soft or lost: nothing goes over into anything.",
                100 * soft));
    find_competing_edges(search);
}

}  // namespace underpaint
