// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/map_turns.h"

#include <fmt/format.h>
#include <tbb/enumerable_thread_specific.h>

#include <utility>

#include "colour/value_scale.h"
#include "painting/gradient_tools.h"
#include "render/readings.h"
#include "render/render.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr int kTurnsSide = 800;  // long side of the copy

/// Where in the picture the map is read within one of the stretches, as far as it lands there, and
/// what share of the picture that is.
struct Turned {
    SharedPicture where;
    double share = 0;
};

Turned turned_by(const Painting& painting, std::size_t index, const GradientMap& map,
                 const std::vector<Turnover>& stretches) {
    const Recipe recipe(painting, shrink_of_level(level_for(painting.size(), kTurnsSide)));
    Picture mask(recipe.size(), Channels::grey, Depth::bits8);
    tbb::enumerable_thread_specific<double> sums(0.0);
    walk_tiles(recipe,
               [&](TileWalk& walk, int) {
                   walk.lay_all(0, index);
                   FloatBlock at = steps_of(map.of == MapOf::seal ? walk.sealed() : walk.state(),
                                            Reader::lightness);
                   if (!walk.lay(index)) return;
                   const auto cover = std::as_const(walk.coverage()).samples();
                   for (std::size_t i = 0; i < cover.size(); ++i) {
                       float& step = at.samples()[i];
                       const double place = (static_cast<double>(step) - 1) / 8;
                       const bool inside =
                           std::ranges::any_of(stretches, [&](const Turnover& stretch) {
                               return place >= stretch.from && place <= stretch.to;
                           });
                       step = inside ? cover[i] : 0;
                       sums.local() += static_cast<double>(step);
                   }
                   mask.write_channel(0, at.area(), std::as_const(at).samples());
               },
               {});
    mask.settle();
    double sum = 0;
    for (const double each : sums) sum += each;
    return {share(std::move(mask)), sum / static_cast<double>(recipe.size().area())};
}

std::string steps_in_words(const std::vector<Turnover>& stretches) {
    std::string text;
    for (const Turnover& stretch : stretches)
        text += fmt::format("{}{:.1f} to {:.1f}", text.empty() ? "" : " and ", 1 + 8 * stretch.from,
                            1 + 8 * stretch.to);
    return text;
}

}  // namespace

void find_map_turns(const Painting& painting, const Audit& audit, std::vector<Finding>& findings) {
    for (const PassAudit& audited : audit.passes) {
        const auto index = static_cast<std::size_t>(audited.index) - 1;
        const Pass& pass = painting.passes[index];
        const auto* map = std::get_if<GradientMap>(&pass.source);
        if (map == nullptr || !painting.lays(pass) || pass.hold >= 1 ||
            pass.blend == BlendMode::true_colour)
            continue;
        const auto stretches = turnovers_of(map->stops, map->mixing, pass.tune);
        if (stretches.empty()) continue;
        Turned turned = turned_by(painting, index, *map, stretches);
        if (turned.share < kLeastTurned) continue;
        Finding finding{kMapTurns, Verdict::slipping, audited.index,
                        fmt::format("The map of {} turns over at steps {}, in {:.1f}% of the "
                                    "picture: what was lighter there becomes darker. Pass {}.",
                                    shown_name(pass.name), steps_in_words(stretches),
                                    100 * turned.share, audited.index)};
        finding.where = std::move(turned.where);
        findings.push_back(std::move(finding));
    }
}

}  // namespace underpaint
