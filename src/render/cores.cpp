// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/cores.h"

#include <tbb/info.h>
#include <tbb/task_arena.h>

#include <algorithm>
#include <atomic>
#include <condition_variable>
#include <mutex>

namespace underpaint {
namespace {

std::atomic<int> frames = 0;
std::mutex ending;
std::condition_variable ended;
/// Of the work that this thread does.
thread_local std::chrono::nanoseconds patience{0};

}  // namespace

MakingFrame::MakingFrame() {
    ++frames;
}

MakingFrame::~MakingFrame() {
    {
        const std::scoped_lock lock(ending);
        --frames;
    }
    ended.notify_all();
}

void beside_frames(const std::function<void()>& work) {
    // The thread that comes has a place of its own there.
    tbb::task_arena cores(std::max(1, tbb::info::default_concurrency() / 2));
    cores.execute([&] {
        struct Patient {
            Patient() { patience = kGivesWay; }
            ~Patient() { patience = {}; }
        } const while_it_works;
        work();
    });
}

void give_way_to_frames() {
    if (patience <= patience.zero() || frames == 0) return;
    using Clock = std::chrono::steady_clock;
    const auto begin = Clock::now();
    std::unique_lock lock(ending);
    ended.wait_for(lock, patience, [] { return frames == 0; });
    patience -= Clock::now() - begin;
}

}  // namespace underpaint
