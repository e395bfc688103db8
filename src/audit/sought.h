// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <stop_token>

#include "audit/finding.h"
#include "audit/marked_pixels.h"
#include "audit/viewing.h"

namespace underpaint {

/// Least long side of the masks that show where a finding is.
inline constexpr int kPlaceSide = 800;

/// The place of a finding that is looked for, and what measures find it with.
struct Sought {
    const Painting& painting;
    const Audit& figures;
    const Finding& finding;
    const std::stop_token& stop;

    /// The pass that it names, or the last; counted from 0.
    std::size_t pass() const;
    const PassAudit& audited() const { return figures.passes[pass()]; }
    int level() const;  ///< on which the mask is large enough
    /// The pixels marked for its pass, asked only where the pass can have changed something.
    SharedPicture by_pass(const MarkPixels& mark) const;
    /// The pixels marked after its pass, asked everywhere.
    SharedPicture after_pass(const MarkPixels& mark, int level) const;
    SharedPicture after_pass(const MarkPixels& mark) const { return after_pass(mark, level()); }
    /// The steps after so many passes, on the copy that is just no smaller than `side`; as at
    /// viewing scale. Nothing when stopped.
    std::optional<ViewingSteps> steps_after(std::size_t passes, int side) const;
};

/// The parts that the finding names; null where it names none.
SharedPicture its_parts(const Sought& sought);

}  // namespace underpaint
