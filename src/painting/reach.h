// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/part.h"
#include "terms/value_band.h"

namespace underpaint {

/// The mask of a part that was deleted while a pass reached it.
struct KeptMask {
    std::string name;  ///< what the part was called
    SharedPicture mask;
    friend bool operator==(const KeptMask&, const KeptMask&) = default;
};

/// Where a pass lands: the union of the parts, of that what the value band lets through, and of
/// that what is painted; or, inverted, all the rest. No parts: the whole picture; nothing to paint
/// on: all of it.
struct Reach {
    std::vector<PartId> parts;
    ValueBand band;
    SharedPicture painted =
        nullptr;  ///< a mask of the picture's size; null where reach is not painted
    bool inverted = false;
    std::vector<KeptMask> kept = {};  ///< as parts

    bool has_parts() const { return !parts.empty() || !kept.empty(); }
    bool everywhere() const { return !has_parts() && band.whole_scale() && !painted && !inverted; }
    friend bool operator==(const Reach&, const Reach&) = default;
};

}  // namespace underpaint
