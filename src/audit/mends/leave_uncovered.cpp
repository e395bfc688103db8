// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <utility>
#include <vector>

#include "audit/mends/pass_mend.h"
#include "render/reach_of.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr FindingCode kAgainst[] = {kReservedTouched};

/// Where a pass is painted, without what is reserved. `most` of a reserved pixel may stay open to
/// it: at the soft border of a part a pass fades out with it.
Picture without_reserved(const Picture* painted, const Picture& reserved, float most) {
    Picture rest(reserved.size(), Channels::grey, Depth::bits8);
    std::vector<float> row(static_cast<std::size_t>(reserved.size().width)), held = row;
    for (int y = 0; y < reserved.size().height; ++y) {
        const Rect line{0, y, reserved.size().width, 1};
        std::ranges::fill(row, 1.0F);
        if (painted != nullptr) painted->read_channel(0, line, row);
        reserved.read_channel(0, line, held);
        for (std::size_t x = 0; x < row.size(); ++x)
            row[x] *= held[x] <= 0 ? 1 : std::max(0.0F, most * (1 - 2 * held[x]));
        rest.write_channel(0, line, row);
    }
    rest.settle();
    return rest;
}

/// The pass lands on all that it does now but what is reserved.
std::optional<Mend> leave_uncovered(const PassTrial& trial) {
    const Painting& painting = trial.painting();
    const SharedPicture reserved = reserved_mask(painting, 0, trial.figures().reader, trial.stop());
    if (!reserved) return std::nullopt;
    Reach reach = trial.pass().reach;
    std::optional<Picture> landed;
    if (reach.inverted) {
        // A mask can't narrow an inverted reach: its whole coverage
        // is painted instead.
        landed = reach_of(painting, trial.index(), whole_at(painting.size(), 1), trial.stop());
        if (!landed) return std::nullopt;
        reach = {};
    }
    const Picture* painted = landed ? &*landed : reach.painted ? &reach.painted->base() : nullptr;
    for (const float most : {1.0F, 0.0F}) {
        reach.painted = share(without_reserved(painted, reserved->base(), most));
        const Mend mend = trial.mend("Leave uncovered", SetReach{trial.index(), reach});
        if (trial.helps(mend, PassTrial::Copy::fine)) return mend;
    }
    return std::nullopt;
}

}  // namespace

const PassMend kLeaveUncoveredMend{kAgainst, leave_uncovered};

}  // namespace underpaint
