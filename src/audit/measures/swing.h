// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <span>

#include "audit/exact_sum.h"
#include "audit/finding_kind.h"
#include "audit/light_split.h"
#include "audit/tallies.h"
#include "terms/verdict.h"

namespace underpaint {

struct TileState;

/// Warmth of the lights minus warmth of the shadows, and the pass's own share of it.
struct SwingAudit {
    /// There are lights and shadows, and some colour; else all is 0.
    bool measured = false;
    double lights = 0, shadows = 0;  ///< mean warmth
    double swing = 0, own = 0;
    LightSplit split;  ///< that parts lights from shadows
    Verdict verdict = Verdict::held;
    friend bool operator==(const SwingAudit&, const SwingAudit&) = default;
};

/// Sums of a tile: warmth on both sides of the split.
struct SwingTally {
    WeightedMean light, shadow;
    static constexpr auto kMembers = std::tuple(&SwingTally::light, &SwingTally::shadow);
    double swing() const;  ///< 0 where one of the sides is empty
    /// A tile's. \param warmth of its pixels
    void add(const TileState& tile, std::span<const float> warmth);
};

/// Until a swing has come to this, there is nothing to lose.
inline constexpr double kLeastSwing = 3;
/// Where one temperature is planned, lights and shadows may differ by so much.
inline constexpr double kOneTemperature = 2;

/// Held with the planned sign and size, lost with the wrong sign or below half; one temperature,
/// which is a plan of 0, is held up to kOneTemperature and lost beyond twice that.
Bounds planned_swing(double wanted);
/// Without a plan, against the largest there was before: held from 0.8 of it; lost below half, or
/// where lights and shadows changed sides. Nothing until that came to kLeastSwing.
std::optional<Bounds> kept_swing(double largest_before);

/// The largest swing once `now` has come after `largest_before`. One that turned round is lost and
/// sets no new measure, so that what brings it back is not blamed.
double largest_swing(double now, double largest_before);

/// Judges one state after the other. A plan counts once a state has reached it, which the first
/// passes can't; until then a swing is judged as without one. One temperature counts at once.
class SwingJudge {
public:
    explicit SwingJudge(std::optional<double> wanted) : wanted_(wanted) {}
    Verdict judge(double now);
    bool reached() const { return reached_; }

private:
    std::optional<double> wanted_;
    double largest_ = 0;
    bool reached_ = false;
};

inline constexpr FindingCode kSwingSlips{"swing-slips"};
inline constexpr FindingCode kSwingShort{"swing-short"};
inline constexpr std::array kSwingCodes{kSwingSlips, kSwingShort};

}  // namespace underpaint
