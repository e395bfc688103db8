// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "audit/audit.h"
#include "audit/finding_kind.h"
#include "audit/mend.h"

namespace underpaint {

// Said where nothing slipped.
inline constexpr FindingCode kAllHeld{"all-held"}, kNothingLaid{"nothing-laid"},
    kOpenYet{"open-yet"};

/// The share that one pass has in a slip, in the unit of the finding's figure; see find_shares().
struct PassShare {
    int pass = 0;      ///< counted from 1
    double laid = 0;   ///< what the figure lost with it, in the order laid
    double alone = 0;  ///< what it would gain with that pass alone switched off
    friend bool operator==(const PassShare&, const PassShare&) = default;
};

/// One measured sentence: what is so now, what the seal or the plan has, which pass; where, and
/// what would help. The same for both sides of the seal line.
struct Finding {
    FindingCode code = kAllHeld;
    Verdict verdict = Verdict::held;
    int pass = 0;  ///< counted from 1; 0 when no single pass is meant
    std::string text = {};
    std::vector<PartId> parts = {};  ///< that it is about, if any
    /// 1-9, that it is about, so that it can be said where a screen does not show them; see
    /// steps_about(). Empty: it has no such steps.
    std::vector<double> steps = {};
    /// The measured figure, and the most or least that would have been held; in the measure's unit.
    std::optional<double> figure = {}, budget = {};
    std::size_t focus = 0;  ///< that it is about, in the plan's order, where it is about one
    bool swing_to_be_small = false;  ///< one temperature is planned
    std::vector<PassShare> shares = {};
    std::optional<std::string> meant = {};  ///< the painter accepts it; with this note
    /// A mask of the whole picture, of any size. Null: no one place, or one that place_of() finds.
    SharedPicture where = nullptr;
    std::vector<Mend> mends = {};
    friend bool operator==(const Finding&, const Finding&) = default;
};

/// The findings of a finished audit, the costliest first; never empty. The state after the last
/// pass decides: what slipped on the way and was brought back by a later pass is said, and counts
/// as held.
std::vector<Finding> find(const Painting& painting, const Audit& audit);
/// The findings that slipped and still count, as far as they are measured; in no order.
std::vector<Finding> find_slipped(const Painting& painting, const Audit& audit);
/// Whether something slipped that the painter does not accept.
bool counts(const Finding& finding);

}  // namespace underpaint
