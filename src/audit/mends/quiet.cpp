// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <utility>

#include "audit/discs.h"
#include "audit/mends/laying.h"
#include "audit/mends/pass_mend.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {kFocusSlips, kBackgroundLoud};

constexpr int kSide = 400;  // long side of the copy that the colour is taken from

/// The mean colour of a disc of the finished picture.
std::optional<Rgb> mean_in(const Painting& painting, const Point& centre, double radius,
                           const std::stop_token& stop) {
    const double shrink = shrink_of_level(level_for(painting.size(), kSide));
    const auto pixels =
        render_view(painting, painting.passes.size(), whole_at(painting.size(), shrink), stop);
    if (!pixels) return std::nullopt;
    double r = 0, g = 0, b = 0, count = 0;
    for (int y = 0; y < pixels->area().height; ++y)
        for (int x = 0; x < pixels->area().width; ++x) {
            if (distance({(x + 0.5) * shrink, (y + 0.5) * shrink}, centre) > radius) continue;
            const Rgb c = std::as_const(*pixels).row(y)[static_cast<std::size_t>(x)];
            r += c.r, g += c.g, b += c.b, ++count;
        }
    if (count == 0) return std::nullopt;
    return Rgb{static_cast<float>(r / count), static_cast<float>(g / count),
               static_cast<float>(b / count)};
}

/// Its lights darkened, or its shadows lightened, toward the mean of the place that outdoes the
/// focus: a soft disc over it, laid last, at the least strength that is enough.
std::optional<Mend> quiet(const PassTrial& trial) {
    const Painting& painting = trial.painting();
    const auto& focus = trial.figures().passes.back().focus;
    if (trial.finding().focus != 0 || !focus || !focus->rival) return std::nullopt;
    const double radius = painting.plan.foci.front().radius;
    const auto mean = mean_in(painting, focus->rival->centre, radius, trial.stop());
    if (!mean) return std::nullopt;
    Picture mask(painting.size(), Channels::grey, Depth::bits8);
    stamp(mask, focus->rival->centre, 1.5 * radius);
    for (const Focus& own : painting.plan.foci) stamp(mask, own.centre, 1.35 * own.radius, true);
    mask.settle();
    Pass pass;
    pass.name = "Quiet beside " + painting.plan.foci.front().name;
    pass.source = Tint{*mean};
    pass.reach.painted = share(std::move(mask));
    const std::size_t last = painting.passes.size() - 1;
    std::optional<Mend> best;
    double least_moved = 0;
    for (const bool darker : {true, false}) {
        pass.blend = darker ? BlendMode::darken : BlendMode::lighten;
        pass.intent = darker ? Intent::deepen : Intent::lift;
        const auto mend = trial.least(100, [&](int percent) {
            pass.strength = static_cast<float>(percent) / 100;
            return trial.mend("Quiet the rival", LayAbove{last, pass});
        });
        if (!mend) continue;
        const double moved = change_of_picture(painting, mended(painting, *mend), trial.stop());
        if (!best || moved < least_moved) best = mend, least_moved = moved;
    }
    return best;
}

}  // namespace

const PassMend kQuietMend{kAgainst, quiet};

}  // namespace underpaint
