// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <functional>

namespace underpaint {

// Who has the cores while a hand moves: the frame first, then the figures that follow it, then the
// rest. The system's priorities alone don't do that: where a thread of low priority runs, a core
// counts as taken.

/// How soon the result of some work is wanted.
enum class Urgency {
    frame,    ///< the picture on the screen
    figures,  ///< what is measured while a hand moves
    beside,   ///< everything else: it may take seconds
};

/// Does `work` in this thread and, where it is cut into pieces, in threads of oneTBB as well: on
/// all cores for a frame and for what is beside, on half of them for figures. Each of these threads
/// gives way to frames as the urgency says. Exceptions come out of it.
void with_cores(Urgency urgency, const std::function<void()>& work);

/// Stands for a frame that is being made, as long as it lives.
class MakingFrame {
public:
    MakingFrame();
    ~MakingFrame();
    MakingFrame(const MakingFrame&) = delete;
    MakingFrame& operator=(const MakingFrame&) = delete;
};

/// The longest time that the work of one with_cores() waits for frames, all waits together, before
/// it goes on beside them. Zero for a frame.
std::chrono::milliseconds longest_wait(Urgency urgency);
/// Waits here while frames are made, where this thread works for figures or beside. Work calls it
/// often, and holds no lock when it does.
void give_way_to_frames();

}  // namespace underpaint
