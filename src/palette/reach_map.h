// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <atomic>
#include <memory>

#include "palette/tube_reach.h"

namespace underpaint {

/// The reach of tubes, for whole pictures: asked for colours in steps of 1/23 a channel, each when
/// it is first met. From any number of threads.
class ReachMap {
public:
    explicit ReachMap(std::shared_ptr<const TubeReach> reach);
    explicit ReachMap(const TubeSet& set) : ReachMap(std::make_shared<TubeReach>(set)) {}

    bool reaches(Rgb colour) const;

private:
    static constexpr int kLevels = 24;
    std::shared_ptr<const TubeReach> reach_;
    mutable std::vector<std::atomic<std::uint8_t>> known_;  // 0: not asked yet
};

/// How much darker the grey is in which colours within reach are shown.
inline constexpr float kSunkInReach = 0.55F;

}  // namespace underpaint
