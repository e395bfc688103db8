// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "painting/part.h"
#include "painting/pass.h"
#include "painting/plan.h"
#include "painting/seal.h"

namespace underpaint {

/// The document. A value: a change makes a new one, which shares all pixels that did not change,
/// so that undo is a list of paintings and a worker can read one while the desk moves on.
struct Painting {
    std::string name;
    SharedPicture underpaint;  ///< opaque; never null
    std::vector<Part> parts;
    Plan plan;
    std::vector<Pass> passes;  ///< in the order they were laid
    std::vector<Seal> seals;   ///< oldest first; the last one counts

    Size size() const { return underpaint->size(); }
    bool sealed() const { return !seals.empty(); }
    /// What passes start from and are compared with: the seal, or the underpaint before sealing.
    const SharedPicture& ground() const { return sealed() ? seals.back().picture : underpaint; }
    /// Null when there is no such part.
    const Part* part(PartId id) const;

    friend bool operator==(const Painting&, const Painting&) = default;
};

}  // namespace underpaint
