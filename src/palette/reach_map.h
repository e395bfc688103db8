// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <atomic>
#include <memory>

#include "palette/tube_reach.h"

namespace underpaint {

/// What tubes reach, for whole pictures: asked for colours in steps of 1/23 a channel, each the
/// first time that it is met. From any number of threads.
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

/// What lies within reach is shown in grey, so much darker than it is.
inline constexpr float kSunkInReach = 0.55F;

}  // namespace underpaint
