// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include <algorithm>

#include "audit/mends/laying.h"
#include "audit/value_mends.h"
#include "terms/value_curves.h"

namespace underpaint {
namespace {

constexpr double kRivalReach = 4;  // radii: discs this close to each other belong to one rival

}  // namespace

std::optional<Mend> mend_rival(const Painting& painting, const ValuesAudit& figures, double wanted,
                               const std::stop_token& stop) {
    if (!figures.focus || !figures.focus->rival) return std::nullopt;
    const Rival& rival = *figures.focus->rival;
    const auto& foci = painting.plan.foci;
    const double radius = foci.front().radius, scale = figures.viewing.scale;
    const double aim = figures.focus->contrast / wanted;

    // A rival is an area, not one disc: all competing discs around it lose contrast together.
    const auto near = [&](const Point& at) {
        return distance(at, rival.centre) <= kRivalReach * radius;
    };
    Picture mask(painting.size(), Channels::grey, Depth::bits8);
    for (const Rival& place : competitors(contrast_grid(figures.viewing, radius), scale, foci)) {
        if (near(place.centre) && place.contrast > aim) stamp(mask, place.centre, 1.5 * radius);
    }
    stamp(mask, rival.centre, 1.5 * radius);
    for (const Focus& focus : foci) stamp(mask, focus.centre, 1.35 * focus.radius, true);
    const SharedPicture reach = share(std::move(mask));
    // Contrast is reduced toward the area's own mean, so that its details stay visible.
    const auto middle = disc_mean(figures.viewing.steps,
                                  {rival.centre.x * scale, rival.centre.y * scale}, radius * scale);
    if (!middle) return std::nullopt;
    const auto pass_at = [&](double kept) {
        const Range from{*middle - 1, *middle + 1}, to{*middle - kept, *middle + kept};
        Pass pass =
            value_pass("Quiet the rival", curve_source(range_curve(from, to)), Intent::reshape);
        pass.reach.painted = reach;
        return pass;
    };
    const auto contrast_after = [&](double kept) -> std::optional<double> {
        const auto tried = with_laid(painting, pass_at(kept), figures.reader, kViewingSide, stop);
        if (!tried) return std::nullopt;
        double most = 0;
        for (const Rival& place : find_rivals(tried->viewing, foci, radius))
            if (near(place.centre)) most = std::max(most, place.contrast);
        return most;
    };
    const auto kept = bisect(0.05, 1, 0.98 * aim, contrast_after);
    const auto reached = kept ? contrast_after(*kept) : std::nullopt;
    if (!reached || *reached > aim) return std::nullopt;
    return laying(
        "Quiet the rival",
        fmt::format("Would bring its contrast from {:.1f} to {:.1f} steps; the focus has {:.1f}",
                    figures.said_width(rival.contrast), figures.said_width(*reached),
                    figures.said_width(figures.focus->contrast)),
        pass_at(*kept));
}

}  // namespace underpaint
