// SPDX-License-Identifier: GPL-3.0-or-later
#include "brief/three_versions.h"

#include <fmt/format.h>

#include <algorithm>

#include "brief/standing.h"
#include "colour/ciede2000.h"
#include "painting/version_changes.h"
#include "palette/palette_figures.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kComparedSide = 160;
constexpr std::size_t kWanted = 3;

struct Candidate {
    MadeVersion made;
    RgbBlock picture;
};

double apart(const RgbBlock& one, const RgbBlock& other) {
    const ConstRgbRow p = one.all(), q = other.all();
    double sum = 0;
    for (std::size_t i = 0; i < p.r.size(); ++i)
        sum += static_cast<double>(ciede2000(lab(p[i]), lab(q[i])));
    return sum / static_cast<double>(std::max<std::size_t>(p.r.size(), 1));
}

std::vector<MadeVersion> all_that_can_be_made(const Painting& painting, const PlanPlaces& places,
                                              const std::vector<ReferenceColours>& references,
                                              Reader reader, const std::stop_token& stop) {
    std::vector<MadeVersion> made;
    if (!painting.passes.empty()) {
        for (const int degrees : {60, 120, 180, -60}) {
            const std::string turn =
                fmt::format("{}{}°", degrees < 0 ? "\u2212" : "+", std::abs(degrees));
            made.push_back({"Hues " + turn, "hues " + turn,
                            hues_turned(painting, static_cast<float>(degrees)), 0});
        }
        if (auto reversed = light_reversed(painting, places, stop))
            made.push_back({"Light reversed", "light reversed", std::move(*reversed), 0});
        made.push_back({"Quieter", "intensity 50%", quieter(painting, 0.5F), 0});
    }
    for (const ReferenceColours& reference : references)
        made.push_back({"After " + reference.name, "by " + reference.name,
                        by_reference(painting, reference.colours, reference.name, places, reader),
                        0});
    if (!painting.colour_plan.parts.empty() || !painting.colour_plan.whole.empty())
        made.push_back({"As planned", "the colour plan", by_colour_plan(painting, places), 0});
    return made;
}

}  // namespace

std::vector<MadeVersion> three_at_once(const Painting& painting, const PlanPlaces& places,
                                       const std::vector<ReferenceColours>& references,
                                       Reader reader, const HouseRules& own,
                                       const std::stop_token& stop) {
    std::vector<Candidate> candidates;
    const View view = whole_at(painting.size(), shrink_within(painting.size(), kComparedSide));
    AuditOptions options;
    options.reader = reader;
    options.own_rules = own;
    options.level = level_for(painting.size(), 2 * kComparedSide);
    for (MadeVersion& made : all_that_can_be_made(painting, places, references, reader, stop)) {
        const Painting alone =
            with_colouring(as_version(painting, painting.version), made.colouring);
        auto picture = render_view(alone, alone.passes.size(), view, stop);
        const auto figures = picture ? audit(alone, options, stop) : std::nullopt;
        const auto work = figures ? measure_work(alone, reader, stop) : std::nullopt;
        if (!work) return {};
        for (const BriefLine& line : lines_of(alone, {&*work, nullptr, &*figures, own}))
            made.missed += is_bad(line.verdict) ? 1 : 0;
        candidates.push_back({std::move(made), std::move(*picture)});
    }
    // Keep those that miss fewest lines of the brief,
    // with as many misses as it takes to have three.
    std::ranges::stable_sort(candidates, {},
                             [](const Candidate& each) { return each.made.missed; });
    if (candidates.size() > kWanted) {
        const std::size_t most = candidates[kWanted - 1].made.missed;
        std::erase_if(candidates, [&](const Candidate& each) { return each.made.missed > most; });
    }
    std::vector<std::size_t> best;
    double farthest = -1;
    for (std::size_t a = 0; a + 2 < candidates.size(); ++a)
        for (std::size_t b = a + 1; b + 1 < candidates.size(); ++b) {
            const double near = apart(candidates[a].picture, candidates[b].picture);
            for (std::size_t c = b + 1; c < candidates.size(); ++c) {
                const double sum = near + apart(candidates[a].picture, candidates[c].picture) +
                                   apart(candidates[b].picture, candidates[c].picture);
                if (sum > farthest) farthest = sum, best = {a, b, c};
            }
        }
    if (best.empty())
        for (std::size_t i = 0; i < candidates.size(); ++i) best.push_back(i);
    std::vector<MadeVersion> chosen;
    for (const std::size_t i : best) chosen.push_back(std::move(candidates[i].made));
    return chosen;
}

}  // namespace underpaint
