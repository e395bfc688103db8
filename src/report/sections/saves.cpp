// SPDX-License-Identifier: GPL-3.0-or-later
// The ledger of saves.
#include <fmt/chrono.h>
#include <fmt/format.h>

#include "report/sections.h"

namespace underpaint {

std::vector<Block> saves_section(const SectionRequest& asked) {
    const auto& saves = asked.matter.painting.saves.saves();
    if (saves.empty()) return {};
    ReportTable table{{"Save", "Value", "Focus", "Swing", "What changed"}, {}};
    for (const KeptSave& save : saves) {
        std::vector<Cell> row{
            {fmt::format("{}, {:%Y-%m-%d %H:%M} UTC", save.number,
                         fmt::gmtime(std::chrono::system_clock::to_time_t(save.when))),
             {}}};
        for (const SaveFigure& figure : save.figures)
            row.push_back(figure.balance.empty() ? Cell{"–", {}}
                                                 : Cell{figure.balance, figure.verdict});
        std::string changed = save.changed;
        if (!save.layers.empty()) changed += (changed.empty() ? "" : ". ") + save.layers;
        if (save.meant) changed += changed.empty() ? "intended" : "; intended";
        if (save.meant && !save.meant->empty()) changed += ": " + *save.meant;
        row.push_back({changed.empty() ? "values stand" : changed, {}});
        table.rows.push_back(std::move(row));
    }
    return {std::move(table)};
}

}  // namespace underpaint
