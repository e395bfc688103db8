// SPDX-License-Identifier: GPL-3.0-or-later
// The versions, each with its picture and the reason for choosing it.
#include <fmt/format.h>

#include "painting/stage.h"
#include "painting/version_changes.h"
#include "report/sections.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

constexpr int kVersionsInARow = 3;

}  // namespace

std::vector<Block> versions_section(const SectionRequest& asked) {
    const Painting& painting = asked.matter.painting;
    if (painting.versions.size() < 2) return {};
    std::vector<Block> blocks;
    ReportTable table{{"Version", "How it came about", "Why"}, {}};
    for (std::size_t i = 0; i < painting.versions.size(); ++i) {
        const Version& version = painting.versions[i];
        const Painting seen = as_seen(as_version(painting, version.id));
        auto picture = picture_after(seen, seen.passes.size(), asked.picture_side / kVersionsInARow,
                                     asked.stop);
        if (!picture) return {};
        if (i % kVersionsInARow == 0) blocks.emplace_back(PictureRow{});
        const std::string name = shown_name(version.name);
        std::get<PictureRow>(blocks.back())
            .pictures.push_back(
                {std::move(*picture), fmt::format("{} {}", i + 1, name), "The version " + name});
        table.rows.push_back({{name + (version.id == painting.version ? ", chosen" : ""), {}},
                              {version.from.empty() ? "–" : version.from, {}},
                              {version.note.empty() ? "–" : version.note, {}}});
    }
    blocks.emplace_back(std::move(table));
    return blocks;
}

}  // namespace underpaint
