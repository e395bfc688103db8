// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/merged.h"

#include "painting/changes.h"
#include "painting/stage.h"
#include "render/render.h"

namespace underpaint {

std::optional<Painting> with_merged_on_top(const Painting& painting, const std::stop_token& stop) {
    const Painting seen = as_seen(painting);
    auto picture = render_picture(seen, seen.passes.size(), seen.ground()->base().depth(), stop);
    if (!picture) return std::nullopt;
    picture->settle();
    Pass merged;
    merged.name = "Merged";
    merged.source = Painted{share(std::move(*picture)), 0, 0};
    merged.blend = BlendMode::normal;
    return with_pass(painting, std::move(merged));
}

}  // namespace underpaint
