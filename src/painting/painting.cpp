// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/painting.h"

#include <algorithm>

namespace underpaint {

const Part* Painting::part(PartId id) const {
    const auto found = std::ranges::find(parts, id, &Part::id);
    return found == parts.end() ? nullptr : &*found;
}

}  // namespace underpaint
