// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <functional>

namespace underpaint {

// Who has the cores while a hand moves: the frame first, then what is said of it. The system's
// priorities don't do that: where a thread of low priority runs, a core counts as taken.

/// Stands for a frame that is being made, as long as it lives.
class MakingFrame {
public:
    MakingFrame();
    ~MakingFrame();
    MakingFrame(const MakingFrame&) = delete;
    MakingFrame& operator=(const MakingFrame&) = delete;
};

/// Does work in this thread, and on at most half of the cores, that waits while frames are made.
void beside_frames(const std::function<void()>& work);

/// All such work together waits no longer than this; then it goes on beside them.
inline constexpr std::chrono::milliseconds kGivesWay{30};
/// Where that work waits; called often. Anything else goes on at once. No lock may be held.
void give_way_to_frames();

}  // namespace underpaint
