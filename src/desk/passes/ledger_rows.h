// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "desk/work/session.h"

namespace underpaint {

/// A row of the ledger.
struct LedgerRow {
    enum class Kind { seal, group, pass } kind = Kind::seal;
    GroupId group = kNoGroup;  ///< it is, or is of
    /// Counted from 0: the pass, or the last of the group.
    std::size_t pass = 0;
    bool folded = false;  ///< a group whose passes have no rows

    /// After how many passes the picture is as the row says.
    std::size_t moment() const { return kind == Kind::seal ? 0 : pass + 1; }
    friend bool operator==(const LedgerRow&, const LedgerRow&) = default;
};

/// The seal, then passes and groups in the order they were laid, a group above its passes. Empty
/// without a painting.
std::vector<LedgerRow> ledger_rows(const Session& session);

/// The row of what is chosen; of a pass in a folded group, the group's.
std::size_t chosen_row(const Session& session, const std::vector<LedgerRow>& rows);

}  // namespace underpaint
