// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/basis.h"

namespace underpaint {

Basis basis_of(const Painting& painting, Stage stage, Reader reader, const HouseRules& own) {
    const bool values = stage == Stage::values;
    Basis basis;
    basis.stage = stage;
    basis.ground = values ? painting.underpaint : painting.ground();
    basis.parts = painting.parts;
    basis.passes = passes_at(painting, stage);
    basis.groups = painting.groups;
    basis.reader = reader;
    basis.own = own;
    if (values) {
        basis.plan = painting.plan;
    } else {
        basis.plan.foci = painting.plan.foci;
        basis.plan.splits = painting.plan.splits;
        basis.plan.shares = painting.plan.shares;
        basis.plan.reserved = painting.plan.reserved;
        basis.limits = limits_of(painting, own);
    }
    return basis;
}

}  // namespace underpaint
