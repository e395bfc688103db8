// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/sought.h"

#include "raster/masks.h"
#include "render/readings.h"
#include "render/render.h"

namespace underpaint {

std::size_t Sought::pass() const {
    return finding.pass > 0 ? static_cast<std::size_t>(finding.pass) - 1
                            : figures.passes.size() - 1;
}

int Sought::level() const {
    return level_for(painting.size(), kPlaceSide);
}

SharedPicture Sought::by_pass(const MarkPixels& mark) const {
    return marked_by_pass(painting, pass(), level(), mark, stop);
}

SharedPicture Sought::after_pass(const MarkPixels& mark, int level) const {
    return marked_after(painting, pass(), level, mark, stop);
}

std::optional<ViewingSteps> Sought::steps_after(std::size_t passes, int side) const {
    const Size size = painting.size();
    const auto pixels =
        render_view(painting, passes, whole_at(size, shrink_of_level(level_for(size, side))), stop);
    if (!pixels) return std::nullopt;
    return at_viewing_scale(steps_of(*pixels, figures.reader), size, side);
}

SharedPicture its_parts(const Sought& sought) {
    SharedPicture all;
    for (const PartId id : sought.finding.parts)
        if (const Part* part = sought.painting.part(id))
            all = all ? share(combined(all->base(), part->mask->base(), Combine::add)) : part->mask;
    return all;
}

}  // namespace underpaint
