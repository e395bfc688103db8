// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/versions.h"

#include "painting/version_changes.h"
#include "palette/another_version.h"

namespace underpaint::demo {

Painting with_demo_versions(Painting painting) {
    const Painting first = painting;
    const auto places = plan_places(first);
    painting = with_version(std::move(painting), "Green dusk", "from 1, hues \u221228°",
                            hues_turned(first, -28));
    painting = with_version(std::move(painting), "Cool lamp", "from 1, light reversed",
                            *light_reversed(first, *places));
    painting = with_version(std::move(painting), "Nearly grey", "from 1, intensity 25%",
                            quieter(first, 0.25F));
    painting = with_version_renamed(std::move(painting), painting.version, "Blue hour");
    return with_version_noted(
        std::move(painting), painting.version,
        "The lamp is the only warm thing left once the wash is off; keeps the "
        "cart forward.");
}

}  // namespace underpaint::demo
