// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "terms/result.h"
#include "watch/bring_back.h"

namespace underpaint {

/// The change of the picture between two saves of the ledger, from the pictures that it keeps.
struct SaveDetail {
    std::vector<PartChange> changes;
    /// "Sky became lighter by 0.30 step, 14% of the picture; the rest stands."
    std::string sentence;
    std::optional<BringBack> back;  ///< nothing where no value changed
    RgbBlock now;                   ///< the later one, small
    FloatBlock place;               ///< of all that changed, see changed_place()
};

/// \param before null: the seal. Trouble when a picture is not there or damaged.
[[nodiscard]] Result<SaveDetail> save_detail(const Painting& sealed, const KeptSave* before,
                                             const KeptSave& now, Reader reader,
                                             const std::stop_token& stop = {});

}  // namespace underpaint
