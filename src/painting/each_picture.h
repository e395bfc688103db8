// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/painting.h"
#include "painting/source_fields.h"

namespace underpaint {

/// Calls `work(picture)` with every place of a painting that holds a SharedPicture, null ones among
/// them, always in the same order.
template <class AnyPainting, class Work>
void each_picture(AnyPainting& painting, Work work) {
    work(painting.underpaint);
    for (auto& part : painting.parts) work(part.mask);
    for (auto& seal : painting.seals) work(seal.picture);
    const auto of_passes = [&](auto& passes) {
        for (auto& pass : passes) {
            work(pass.reach.painted);
            for (auto& kept : pass.reach.kept) work(kept.mask);
            for_pictures(pass.source, work);
        }
    };
    of_passes(painting.values);
    of_passes(painting.passes);
    for (auto& version : painting.versions) of_passes(version.colouring.passes);
}

}  // namespace underpaint
