// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/cores.h"

#include <tbb/global_control.h>
#include <tbb/task_arena.h>
#include <tbb/task_scheduler_observer.h>

#include <algorithm>
#include <array>
#include <atomic>
#include <condition_variable>
#include <memory>
#include <mutex>
#include <utility>
#include <vector>

namespace underpaint {
namespace {

using Clock = std::chrono::steady_clock;

std::atomic<int> frames = 0;
std::mutex ending;
std::condition_variable ended;

int slots_for(Urgency urgency) {
    const auto cores = static_cast<int>(
        tbb::global_control::active_value(tbb::global_control::max_allowed_parallelism));
    return urgency == Urgency::figures ? std::max(1, cores / 2) : cores;
}

tbb::task_arena::priority priority_of(Urgency urgency) {
    switch (urgency) {
        case Urgency::frame: return tbb::task_arena::priority::high;
        case Urgency::figures: return tbb::task_arena::priority::normal;
        case Urgency::beside: return tbb::task_arena::priority::low;
    }
    return tbb::task_arena::priority::normal;
}

class Workplace;
/// The one whose work this thread does; null outside of all.
thread_local Workplace* here = nullptr;

/// Where one piece of work runs: the threads that oneTBB lends it, and how long they still wait.
class Workplace {
public:
    explicit Workplace(Urgency urgency)
        : urgency_(urgency),
          slots_(slots_for(urgency)),
          arena_(slots_, 1, priority_of(urgency)),
          lent_(*this) {}

    Urgency urgency() const { return urgency_; }
    int slots() const { return slots_; }

    void execute(const std::function<void()>& work) {
        wait_left_ = longest_wait(urgency_) * slots_;
        arena_.execute([&] {
            struct Here {
                explicit Here(Workplace& place) : before(std::exchange(here, &place)) {}
                ~Here() { here = before; }
                Workplace* before;
            } const now(*this);
            work();
        });
    }

    /// Its threads wait at the same time; what each of them waits counts.
    void give_way() {
        const auto left = wait_left_.load();
        if (frames == 0 || left <= left.zero()) return;
        const auto begin = Clock::now();
        {
            std::unique_lock lock(ending);
            ended.wait_for(lock, left / slots_, [] { return frames == 0; });
        }
        const std::chrono::nanoseconds waited = Clock::now() - begin;
        auto is = wait_left_.load();
        while (!wait_left_.compare_exchange_weak(is, is - waited)) {
        }
    }

private:
    /// Tells the threads that oneTBB lends where they are.
    class Lent : public tbb::task_scheduler_observer {
    public:
        explicit Lent(Workplace& place) : task_scheduler_observer(place.arena_), place_(place) {
            observe(true);
        }
        void on_scheduler_entry(bool lent) override {
            if (lent) here = &place_;
        }
        void on_scheduler_exit(bool lent) override {
            if (lent) here = nullptr;
        }

    private:
        Workplace& place_;
    };

    Urgency urgency_;
    int slots_;
    tbb::task_arena arena_;
    Lent lent_;
    std::atomic<std::chrono::nanoseconds> wait_left_{};
};

/// Workplaces are used again and never end: a thread that lingers in one when its work has ended
/// still knows it. There are as many as there was ever work at once.
class Workplaces {
public:
    static Workplaces& all() {
        static auto& workplaces = *new Workplaces;
        return workplaces;
    }
    Workplace& take(Urgency urgency) {
        const std::scoped_lock lock(mutex_);
        auto& free = free_[static_cast<std::size_t>(urgency)];
        const auto found = std::ranges::find(free, slots_for(urgency), &Workplace::slots);
        if (found == free.end()) return *made_.emplace_back(std::make_unique<Workplace>(urgency));
        Workplace* place = *found;
        free.erase(found);
        return *place;
    }
    void give_back(Workplace& place) {
        const std::scoped_lock lock(mutex_);
        free_[static_cast<std::size_t>(place.urgency())].push_back(&place);
    }

private:
    std::mutex mutex_;
    std::vector<std::unique_ptr<Workplace>> made_;
    std::array<std::vector<Workplace*>, 3> free_;
};

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

std::chrono::milliseconds longest_wait(Urgency urgency) {
    switch (urgency) {
        case Urgency::frame: return {};
        case Urgency::figures: return std::chrono::milliseconds(30);
        case Urgency::beside: return std::chrono::milliseconds(300);
    }
    return {};
}

void with_cores(Urgency urgency, const std::function<void()>& work) {
    struct At {
        explicit At(Urgency urgency) : place(Workplaces::all().take(urgency)) {}
        ~At() { Workplaces::all().give_back(place); }
        Workplace& place;
    } const at(urgency);
    at.place.execute(work);
}

void give_way_to_frames() {
    if (here != nullptr) here->give_way();
}

}  // namespace underpaint
