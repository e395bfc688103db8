// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "audit/audit.h"

namespace underpaint {

/// The changes that come with another picture in the place of the seal.
struct SealChange {
    Drift values;  ///< the new against the one in force
    Range was, is;
    std::size_t swaps = 0;  ///< pairs of parts that would stand the other way round
    /// Passes that would be judged otherwise.
    struct Judged {
        std::size_t pass = 0;  ///< counted from 0
        Verdict was = Verdict::held, is = Verdict::held;
    };
    std::vector<Judged> passes;
};

/// Measured at `level` halvings; nothing when stopped.
std::optional<SealChange> foresee_seal(const Painting& painting, const SharedPicture& next,
                                       Reader reader, int level, const std::stop_token& stop = {});

/// In sentences: "12% reads lighter and 3% darker ...".
std::string in_words(const SealChange& change, const Painting& painting);

}  // namespace underpaint
