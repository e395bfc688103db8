// SPDX-License-Identifier: GPL-3.0-or-later
#include "brief/time_log.h"

#include <algorithm>
#include <cmath>

namespace underpaint {

double minutes_on(const WorkLog& log, const std::string& step) {
    const auto by_step = minutes_by_step(log);
    const auto found = by_step.find(step);
    return found == by_step.end() ? 0 : found->second;
}

std::map<std::string, double> minutes_by_step(const WorkLog& log) {
    std::map<std::string, double> minutes;
    for (const LoggedTime& time : log.times) minutes[time.step] += time.seconds / 60;
    for (auto& [step, sum] : minutes) sum = std::max(sum, 0.0);
    return minutes;
}

double minutes_on_day(const WorkLog& log, Date day) {
    double minutes = 0;
    for (const LoggedTime& time : log.times)
        if (time.day == day && time.seconds > 0) minutes += time.seconds / 60;
    return minutes;
}

WorkLog with_time(WorkLog log, const LoggedTime& time) {
    if (!(time.seconds > 0)) return log;
    if (!log.times.empty()) {
        LoggedTime& last = log.times.back();
        const double since = time.began * 60.0 - (last.began * 60.0 + last.seconds);
        const double pause = std::chrono::seconds(WorkClock::kIdle).count();
        // `began` is rounded to a minute, so a stretch may seem to begin before the last one ended.
        if (last.step == time.step && last.day == time.day && last.seconds > 0 &&
            std::abs(since) <= pause + 60) {
            last.seconds += time.seconds;
            return log;
        }
    }
    log.times.push_back(time);
    return log;
}

WorkLog with_minutes(WorkLog log, const std::string& step, double minutes, Date day) {
    double seconds = 0;
    for (const LoggedTime& time : log.times)
        if (time.step == step) seconds += time.seconds;
    const double change = std::max(minutes, 0.0) * 60 - seconds;
    if (change != 0) log.times.push_back({step, day, 0, change});
    return log;
}

std::chrono::seconds WorkClock::act(Moment now) {
    std::chrono::seconds worked{0};
    if (last_ && now >= *last_ && now - *last_ <= kIdle) worked = now - *last_;
    // After the clock was set back the length of the pause is unknown.
    if (last_ever_ && now >= *last_ever_ && now - *last_ever_ >= kRest)
        stretch_ = std::chrono::seconds(0);
    else if (last_ever_ && now >= *last_ever_)
        stretch_ += now - *last_ever_;
    last_ = last_ever_ = now;
    return worked;
}

}  // namespace underpaint
