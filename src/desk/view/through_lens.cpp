// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/through_lens.h"

#include <algorithm>

#include "desk/kit/screen_image.h"
#include "render/cores.h"

namespace underpaint {
namespace {

/// One picture that is shown: a lens, and which of the moments it is made from.
struct Side {
    const LensRecord& lens;
    std::size_t now = 0, sealed = 0;  // indices into the list of moments
};

/// The sides of a sight, and the moments that they need between them.
struct Wanted {
    explicit Wanted(const Sight& sight) {
        if (sight.lens == Lens::twin) {
            for (const TwinSide& side : {sight.left, sight.right})
                add(side.lens, side.moment.value_or(sight.upto));
        } else {
            add(sight.lens, sight.upto);
        }
    }
    void add(Lens lens, std::size_t moment) {
        const LensRecord& record = record_of(lens);
        Side side{record, place(record.of == LensRecord::Of::seal ? 0 : moment)};
        side.sealed = record.of == LensRecord::Of::both ? place(0) : side.now;
        sides.push_back(side);
    }
    std::size_t place(std::size_t moment) {
        const auto found = std::ranges::find(moments, moment);
        const auto at = static_cast<std::size_t>(found - moments.begin());
        if (found == moments.end()) moments.push_back(moment);
        return at;
    }

    std::vector<Side> sides;
    std::vector<std::size_t> moments;
};

}  // namespace

std::vector<std::size_t> moments_of(const Sight& sight) {
    return Wanted(sight).moments;
}

std::optional<Seen> look(LiveRender& live, const Painting& painting, const Sight& sight,
                         const View& view, const DisplayTransform* display,
                         const std::stop_token& stop) {
    const MakingFrame making;
    const Wanted wanted(sight);
    Seen seen{{}, {}, view};
    std::vector<ScreenRows> targets;
    for (std::size_t i = 0; i < wanted.sides.size(); ++i) {
        QImage& image = i == 0 ? seen.image : seen.right;
        image = QImage(view.area.width, view.area.height, QImage::Format_RGB32);
        targets.emplace_back(image, view.area, display);
    }
    const auto show = [&](LiveRender::States states) {
        for (std::size_t i = 0; i < wanted.sides.size(); ++i) {
            const Side& side = wanted.sides[i];
            const LensTile tile{*states[side.now],      *states[side.sealed], sight.reader,
                                painting.plan,          view.shrink,          sight.severity,
                                painting.palette.tubes, sight.paper.get()};
            side.lens.pixels != nullptr ? targets[i].take(side.lens.pixels(tile))
                                        : targets[i].take(tile.now);
        }
    };
    if (!live.frame(painting, wanted.moments, view, show, stop)) return std::nullopt;
    const double long_side = std::max(painting.size().width, painting.size().height) / view.shrink;
    for (std::size_t i = 0; i < wanted.sides.size(); ++i)
        if (const auto whole = wanted.sides[i].lens.whole)
            whole(i == 0 ? seen.image : seen.right, sight, long_side);
    return seen;
}

}  // namespace underpaint
