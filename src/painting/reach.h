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

/// The area where a pass lands: the union of the parts, limited to the value band and to what is
/// painted; or, inverted, the rest. No parts: the whole picture; no painted mask: no limit.
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
