// SPDX-License-Identifier: GPL-3.0-or-later
#include "brief/schedule.h"

#include <algorithm>
#include <bit>

namespace underpaint {
namespace {

using std::chrono::local_days;

constexpr double kNothing = 1e-6;  // minutes
/// More spare steps than this are not tried in every combination.
constexpr std::size_t kMostSpare = 12;

/// Places work on one day after the other.
class Calendar {
public:
    Calendar(const Days& days, Date today, double worked)
        : days_(days),
          day_(today),
          used_(worked),
          last_(local_days(today) + std::chrono::days(kMostDays)) {}

    /// False when there is no time for it.
    bool place(const StepToGo& step, std::vector<PlannedTime>& into) {
        for (double left = step.minutes; left > kNothing;) {
            if (!find_time()) return false;
            const double now = std::min(left, days_.minutes - used_);
            into.push_back({step.step, Date(day_), used_, used_ + now});
            used_ += now;
            left -= now;
            done_ = day_;
        }
        if (days_.canvas && step.drying > 0 && step.minutes > kNothing) {
            // The paint dries on the following days; work goes on after them.
            day_ += std::chrono::days(step.drying + 1);
            used_ = 0;
            done_ = day_ - std::chrono::days(1);
        }
        return true;
    }
    local_days done() const { return done_; }

private:
    /// Goes to a day with time left.
    bool find_time() {
        while (!works_on(days_, Date(day_)) || days_.minutes - used_ <= kNothing) {
            day_ += std::chrono::days(1);
            used_ = 0;
            if (day_ > last_) return false;
        }
        return true;
    }

    const Days& days_;
    local_days day_;
    double used_;
    local_days last_;
    local_days done_ = day_;
};

Schedule placed(const std::vector<StepToGo>& steps, const Days& days, Date today, double worked) {
    Schedule schedule;
    Calendar calendar(days, today, worked);
    bool all = true;
    for (const StepToGo& step : steps) {
        schedule.minutes += step.minutes;
        all = all && calendar.place(step, schedule.times);
    }
    if (!all) return schedule;
    schedule.ready = Date(calendar.done());
    if (days.due)
        schedule.days_to_spare =
            static_cast<int>((local_days(*days.due) - calendar.done()).count());
    return schedule;
}

std::vector<StepToGo> without(const std::vector<StepToGo>& steps,
                              const std::vector<std::size_t>& spare, unsigned dropped) {
    std::vector<StepToGo> rest;
    for (std::size_t i = 0; i < steps.size(); ++i) {
        const auto at = std::ranges::find(spare, i);
        const bool goes = at != spare.end() && (dropped >> (at - spare.begin()) & 1U) != 0;
        if (!goes) rest.push_back(steps[i]);
    }
    return rest;
}

/// The least work whose dropping makes it ready in time.
std::vector<std::string> what_to_drop(const std::vector<StepToGo>& steps, const Days& days,
                                      Date today, double worked) {
    std::vector<std::size_t> spare;
    for (std::size_t i = 0; i < steps.size() && spare.size() < kMostSpare; ++i)
        if (steps[i].spare && steps[i].minutes > kNothing) spare.push_back(i);
    std::optional<unsigned> best;
    double least = 0;
    for (unsigned dropped = 1; dropped < 1U << spare.size(); ++dropped) {
        double minutes = 0;
        for (std::size_t i = 0; i < spare.size(); ++i)
            if ((dropped >> i & 1U) != 0) minutes += steps[spare[i]].minutes;
        const bool fewer =
            best && minutes == least && std::popcount(dropped) < std::popcount(*best);
        if (best && minutes >= least && !fewer) continue;
        const Schedule rest = placed(without(steps, spare, dropped), days, today, worked);
        if (rest.days_to_spare.value_or(-1) < 0) continue;
        best = dropped;
        least = minutes;
    }
    std::vector<std::string> names;
    for (std::size_t i = 0; best && i < spare.size(); ++i)
        if ((*best >> i & 1U) != 0) names.push_back(steps[spare[i]].step);
    return names;
}

}  // namespace

bool works_on(const Days& days, Date day) {
    const unsigned weekday = std::chrono::weekday(local_days(day)).c_encoding();
    return !days.off.contains(weekday) && !days.days_off.contains(day);
}

Schedule lay_out(const std::vector<StepToGo>& steps, const Days& days, Date today, double worked) {
    Schedule schedule = placed(steps, days, today, worked);
    if (days.due && schedule.days_to_spare.value_or(-1) < 0)
        schedule.drop = what_to_drop(steps, days, today, worked);
    return schedule;
}

}  // namespace underpaint
