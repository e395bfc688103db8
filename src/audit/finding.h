// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>
#include <vector>

#include "audit/audit.h"
#include "audit/mend.h"

namespace underpaint {

enum class FindingCode {
    values_slip,
    part_swap,
    focus_slips,
    swing_slips,
    all_held,
    nothing_laid,
    focus_leads,
    range_is,
    one_value,
    range_off,
    key_off,
    shape_off,
    part_off,
    edges_compete,
    bare_white,
    narrow_band,
    no_soft_edges,
    scattered_darks,
    map_turns,
    no_effect,
    open_yet,
};
std::string_view id_of(FindingCode code);

/// One measured sentence: what is so now, what the seal or the plan has, which pass; where, and
/// what would help. The same for both sides of the seal line.
struct Finding {
    FindingCode code = FindingCode::all_held;
    Verdict verdict = Verdict::held;
    int pass = 0;  ///< counted from 1; 0 when no single pass is meant
    std::string text;
    std::vector<PartId> parts = {};  ///< that it is about, if any
    /// A mask of the whole picture, of any size. Null: no one place, or one that place_of() finds.
    SharedPicture where = nullptr;
    std::vector<Mend> mends = {};
    friend bool operator==(const Finding&, const Finding&) = default;
};

/// The findings of a finished audit, the costliest first; never empty. The state after the last
/// pass decides: what slipped on the way and was brought back by a later pass is said, and counts
/// as held.
std::vector<Finding> find(const Painting& painting, const Audit& audit);

}  // namespace underpaint
