// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/light_split.h"

namespace underpaint {

LightSplit light_split(const Plan& plan, const StepHistogram& sealed) {
    for (const ShapeCount count : {ShapeCount::three, ShapeCount::two, ShapeCount::five}) {
        const Splits& splits = plan.splits.of(count);
        if (!plan.shares.contains(count) && splits == ShapeSplits().of(count)) continue;
        switch (count) {
            case ShapeCount::two: return {splits[0], splits[0], true};
            case ShapeCount::three: return {splits[0], splits[1], true};
            case ShapeCount::five: return {splits[1], splits[2], true};
        }
    }
    const double split = sealed.otsu_split();
    return {split, split, false};
}

}  // namespace underpaint
