// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/layer_plan.h"

#include "files/composite_op.h"
#include "painting/flats.h"

namespace underpaint {
namespace {

/// Whether a plain layer says all that the pass does: a hold, for one, it can't.
bool is_native(const Pass& pass) {
    return pass.hold <= 0 && composite_op_of(pass.blend).has_value();
}

/// Whether the painted pixels are the layer as they are.
bool is_whole_layer(const Painting& painting, const Pass& pass) {
    const auto* painted = std::get_if<Painted>(&pass.source);
    return painted != nullptr && pass.reach.everywhere() && !pass.clipped && !pass.tune.changes() &&
           painted->x == 0 && painted->y == 0 && painted->pixels->size() == painting.size();
}

/// Whether the pass lays the picture that the bottom layer holds already.
bool is_bottom_layer(const Painting& painting, const Pass& pass) {
    return std::holds_alternative<Underpaint>(pass.source) && painting.lays(pass) &&
           pass.reach.everywhere() && !pass.clipped;
}

}  // namespace

std::vector<LayerPlan> plans_of(const Painting& painting) {
    std::vector<LayerPlan> plans;
    const std::vector<Pass>& passes = painting.passes;
    for (std::size_t i = 0; i < passes.size(); i = plans.back().last + 1) {
        const Pass& pass = passes[i];
        const Group* group = painting.group(pass.group);
        LayerPlan& plan = plans.emplace_back(LayerPlan{i, i});
        if (group != nullptr && group->mixes()) {
            plan.mixing = group;
            while (plan.last + 1 < passes.size() && passes[plan.last + 1].group == group->id)
                ++plan.last;
            continue;
        }
        plan.native = is_native(pass);
        plan.hidden = !pass.on || pass.strength <= 0 || (group != nullptr && group->does_nothing());
        if (plan.native && is_bottom_layer(painting, pass)) plan.ready = painting.ground();
        if (plan.native && is_whole_layer(painting, pass))
            plan.ready = std::get<Painted>(pass.source).pixels;
    }
    return plans;
}

bool same_layer(const Painting& before, const LayerPlan& was, const Painting& now,
                const LayerPlan& is) {
    if (before.ground() != now.ground() || before.parts != now.parts || was.native != is.native ||
        was.last - was.first != is.last - is.first)
        return false;
    // A native layer depends on its own pass alone.
    const Pass &old = before.passes[was.first], &own = now.passes[is.first];
    if (is.native && !reads_below(own.source) && !own.clipped) {
        Pass renamed = old;  // the name is in stack.xml, which is always written anew
        renamed.name = own.name, renamed.strength = own.strength, renamed.blend = own.blend;
        renamed.group = own.group, renamed.on = own.on, renamed.intent = own.intent;
        renamed.foreign = own.foreign;
        return renamed == own;
    }
    return was.last == is.last && before.groups == now.groups &&
           std::equal(before.passes.begin(),
                      before.passes.begin() + static_cast<std::ptrdiff_t>(was.last) + 1,
                      now.passes.begin());
}

}  // namespace underpaint
