// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/basis.h"

namespace underpaint {

Basis basis_of(const Painting& painting, Stage stage, Reader reader) {
    const bool values = stage == Stage::values;
    Basis basis{stage,
                values ? painting.underpaint : painting.ground(),
                painting.parts,
                {},
                passes_at(painting, stage),
                painting.groups,
                reader};
    if (values)
        basis.plan = painting.plan;
    else
        basis.plan.foci = painting.plan.foci;
    return basis;
}

}  // namespace underpaint
