// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <stop_token>
#include <vector>

#include "audit/finding_kind.h"
#include "painting/painting.h"

namespace underpaint {

/// Why a pass changes nothing somewhere.
enum class WhyNothing { near_white, near_black, near_neutral, same };

/// Where a pass changes next to nothing: CIEDE2000 before and after under 1.
struct NoEffect {
    double reach = 0;  ///< share of the picture that it covers by half or more
    double share = 0;  ///< of that, which it leaves as it was
    /// The reason that holds for most of it: its lightness is above L* 92, or below 8; the source
    /// there is within CIEDE2000 of 3 of the blend's neutral; or the picture had that colour
    /// already.
    WhyNothing why = WhyNothing::same;
    SharedPicture where;  ///< a mask of a small copy
};

/// For each pass; measured on a small copy. Passes that lay nothing have none of it. Nothing when
/// stopped.
std::optional<std::vector<NoEffect>> no_effects(const Painting& painting,
                                                const std::stop_token& stop = {});

/// Share of its reach from which on it is said that a pass does nothing there.
inline constexpr double kMuchOfReach = 0.5;

/// For an overlay, soft light or like blend over near-white: a grey multiplied beneath it, where it
/// lands, at the least strength with which no more than a tenth of its reach is left as it was.
/// Nothing where no strength does it, or when stopped.
std::optional<Pass> shade_beneath(const Painting& painting, std::size_t pass,
                                  const std::stop_token& stop = {});

/// The share 0..1 of its reach that pass `index` changes visibly, by CIEDE2000 of 1 or more, on a
/// small copy; 0 when stopped.
double changed_by(const Painting& painting, std::size_t index, const std::stop_token& stop = {});

inline constexpr FindingCode kWithoutEffect{"no-effect"};
inline constexpr std::array kNoEffectCodes{kWithoutEffect};

}  // namespace underpaint
