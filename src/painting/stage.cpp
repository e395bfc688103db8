// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/stage.h"

#include <utility>

#include "painting/group_changes.h"

namespace underpaint {

std::vector<Pass>& passes_at(Painting& painting, Stage stage) {
    return stage == Stage::values ? painting.values : painting.passes;
}

const std::vector<Pass>& passes_at(const Painting& painting, Stage stage) {
    return stage == Stage::values ? painting.values : painting.passes;
}

Painting staged(const Painting& painting, Stage stage) {
    Painting result = painting;
    if (stage == Stage::colour) return result;
    result.passes = std::exchange(result.values, {});
    result.seals.clear();
    result.seal_at = 0;
    // The groups belong to the passes that were replaced.
    return with_settled_groups(std::move(result));
}

Painting as_seen(const Painting& painting) {
    Painting result = painting;
    if (painting.sealed()) return result;
    result.passes.insert(result.passes.begin(), result.values.begin(), result.values.end());
    result.values.clear();
    return result;
}

Painting compared(const Painting& painting, SharedPicture was, SharedPicture is, std::string name) {
    Painting result = staged(painting, Stage::values);
    result.underpaint = std::move(was);
    Pass pass;
    pass.name = std::move(name);
    pass.source = Painted{std::move(is), 0, 0};
    pass.blend = BlendMode::normal;
    result.passes = {std::move(pass)};
    return result;
}

}  // namespace underpaint
