// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/finding_place.h"

#include <cmath>
#include <utility>

#include "raster/masks.h"
#include "render/readings.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kSide = 800;         // long side of the masks
constexpr float kLeastWarmth = 1;  // that a pixel has to have lost to belong to them

/// The pixels of a small copy for which `is(sealed, before, after)` of their tile's blocks says so.
template <class Mark>
SharedPicture pixels_of_pass(const Painting& painting, std::size_t pass,
                             const std::stop_token& stop, Mark mark) {
    const Recipe recipe(painting, shrink_of_level(level_for(painting.size(), kSide)));
    Picture mask(recipe.size(), Channels::grey, Depth::bits8);
    const bool whole = walk_tiles(
        recipe,
        [&](TileWalk& walk, int) {
            const RgbBlock sealed = walk.state();
            walk.lay_all(0, pass);
            const RgbBlock before = walk.state();
            FloatBlock cover(walk.state().area());
            if (walk.lay(pass)) mark(sealed, before, walk.state(), cover);
            mask.write_channel(0, cover.area(), std::as_const(cover).samples());
        },
        stop);
    if (!whole) return nullptr;
    mask.settle();
    return share(std::move(mask));
}

SharedPicture moved_values(const Painting& painting, const Audit& figures, std::size_t pass,
                           const std::stop_token& stop) {
    return pixels_of_pass(
        painting, pass, stop,
        [reader = figures.reader](const RgbBlock&, const RgbBlock& before, const RgbBlock& after,
                                  FloatBlock& cover) {
            const FloatBlock was = steps_of(before, reader), is = steps_of(after, reader);
            for (std::size_t i = 0; i < cover.samples().size(); ++i)
                cover.samples()[i] = std::fabs(is.samples()[i] - was.samples()[i]) > kQuarterStep;
        });
}

/// Lights that lost of the warmth, or cool, that set them apart from the shadows, and the shadows
/// that took it on.
SharedPicture drawn_together(const Painting& painting, const Audit& figures, std::size_t pass,
                             const std::stop_token& stop) {
    const SwingAudit& swing = figures.passes[pass].swing;
    const float lights = swing.own < 0 ? -1.0F : 1.0F;  // which way the lights went
    const auto lights_from = static_cast<float>(figures.split.lights_from);
    const auto shadows_below = static_cast<float>(figures.split.shadows_below);
    return pixels_of_pass(
        painting, pass, stop,
        [=, reader = figures.reader](const RgbBlock& sealed, const RgbBlock& before,
                                     const RgbBlock& after, FloatBlock& cover) {
            const FloatBlock steps = steps_of(sealed, reader), was = warmth_of(before),
                             is = warmth_of(after);
            for (std::size_t i = 0; i < cover.samples().size(); ++i) {
                const float step = steps.samples()[i];
                const float way = step >= lights_from ? lights : step < shadows_below ? -lights : 0;
                cover.samples()[i] =
                    way * (is.samples()[i] - was.samples()[i]) > kLeastWarmth ? 1.0F : 0.0F;
            }
        });
}

/// Discs, in pixels of the picture.
SharedPicture discs(const Painting& painting, const std::vector<Point>& centres, double radius) {
    const int level = level_for(painting.size(), kSide);
    const double scale = 1 / shrink_of_level(level);
    Picture mask(halved(painting.size(), level), Channels::grey, Depth::bits8);
    std::vector<float> row(static_cast<std::size_t>(mask.size().width));
    for (int y = 0; y < mask.size().height; ++y) {
        for (std::size_t x = 0; x < row.size(); ++x) {
            const Point at{(static_cast<double>(x) + 0.5) / scale, (y + 0.5) / scale};
            const bool inside = std::ranges::any_of(
                centres, [&](const Point& centre) { return distance(at, centre) <= radius; });
            row[x] = inside ? 1.0F : 0.0F;
        }
        mask.write_channel(0, 0, y, row);
    }
    mask.settle();
    return share(std::move(mask));
}

SharedPicture focus_and_rival(const Painting& painting, const Audit& figures,
                              const Finding& finding) {
    if (painting.plan.foci.empty()) return nullptr;
    const Focus& focus = painting.plan.foci.front();
    const PassAudit& pass = is_bad(finding.verdict)
                                ? figures.passes.back()
                                : figures.passes[static_cast<std::size_t>(finding.pass) - 1];
    std::vector<Point> places{focus.centre};
    if (pass.focus && pass.focus->rival) places.push_back(pass.focus->rival->centre);
    return discs(painting, places, focus.radius);
}

SharedPicture both_parts(const Painting& painting, const Finding& finding) {
    SharedPicture both;
    for (const PartId id : finding.parts)
        if (const Part* part = painting.part(id))
            both =
                both ? share(combined(both->base(), part->mask->base(), Combine::add)) : part->mask;
    return both;
}

}  // namespace

SharedPicture place_of(const Painting& painting, const Audit& figures, const Finding& finding,
                       const std::stop_token& stop) {
    if (finding.pass < 1 || figures.passes.size() != painting.passes.size() ||
        static_cast<std::size_t>(finding.pass) > figures.passes.size())
        return nullptr;
    const auto pass = static_cast<std::size_t>(finding.pass) - 1;
    switch (finding.code) {
        case FindingCode::values_slip: return moved_values(painting, figures, pass, stop);
        case FindingCode::part_swap: return both_parts(painting, finding);
        case FindingCode::focus_slips: return focus_and_rival(painting, figures, finding);
        case FindingCode::swing_slips: return drawn_together(painting, figures, pass, stop);
        default: return nullptr;
    }
}

}  // namespace underpaint
