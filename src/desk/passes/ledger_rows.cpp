// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/ledger_rows.h"

#include <algorithm>

#include "painting/group_changes.h"

namespace underpaint {

std::vector<LedgerRow> ledger_rows(const Session& session) {
    if (!session.document.has_painting()) return {};
    std::vector<LedgerRow> rows(1);
    const Painting& painting = session.document.painting();
    GroupId last = kNoGroup;
    for (std::size_t i = 0; i < painting.passes.size(); ++i) {
        const GroupId group = painting.passes[i].group;
        const bool folded = group != kNoGroup && session.outlook.folded(group);
        if (group != kNoGroup && group != last)
            rows.push_back(
                {LedgerRow::Kind::group, group, places_of(painting, group).back(), folded});
        if (!folded) rows.push_back({LedgerRow::Kind::pass, group, i});
        last = group;
    }
    return rows;
}

std::size_t chosen_row(const Session& session, const std::vector<LedgerRow>& rows) {
    const Outlook& outlook = session.outlook;
    const auto is_chosen = [&](const LedgerRow& row) {
        if (const auto group = outlook.chosen_group())
            return row.kind == LedgerRow::Kind::group && row.group == *group;
        if (outlook.moment() == 0) return row.kind == LedgerRow::Kind::seal;
        const std::size_t pass = outlook.moment() - 1;
        if (row.kind == LedgerRow::Kind::pass) return row.pass == pass;
        return row.folded && session.document.painting().passes[pass].group == row.group;
    };
    const auto found = std::ranges::find_if(rows, is_chosen);
    return found == rows.end() ? 0 : static_cast<std::size_t>(found - rows.begin());
}

}  // namespace underpaint
