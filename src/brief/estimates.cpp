// SPDX-License-Identifier: GPL-3.0-or-later
#include "brief/estimates.h"

#include <algorithm>

#include "brief/time_log.h"

namespace underpaint {
namespace {

constexpr double kStillNeeded = 0.1;
constexpr std::size_t kMostPast = 200;  // paintings that are kept

double median(std::vector<double> values) {
    std::ranges::sort(values);
    const std::size_t middle = values.size() / 2;
    return values.size() % 2 == 1 ? values[middle] : (values[middle - 1] + values[middle]) / 2;
}

}  // namespace

double estimate(const Route& route, const RouteStep& step, const std::string& id,
                const std::vector<PastPainting>& past) {
    for (const std::string& of : {route.name, std::string(kStudies)}) {
        std::vector<double> taken;
        for (auto painting = past.rbegin(); painting != past.rend(); ++painting) {
            if (painting->route != of || painting->id == id) continue;
            const auto found = painting->minutes.find(step.id);
            if (found != painting->minutes.end() && found->second > 0)
                taken.push_back(found->second);
            if (taken.size() == kPaintingsBack) break;
        }
        if (!taken.empty()) return median(std::move(taken));
    }
    return step.usual;
}

std::vector<StepToGo> to_go(const Brief& brief, const WorkLog& log, const std::vector<bool>& done,
                            const std::vector<PastPainting>& past) {
    std::vector<StepToGo> steps;
    for (std::size_t i = 0; i < brief.route.steps.size(); ++i) {
        if (i < done.size() && done[i]) continue;
        const RouteStep& step = brief.route.steps[i];
        const double whole = estimate(brief.route, step, log.id, past);
        const double left = std::max(whole - minutes_on(log, step.id), kStillNeeded * whole);
        steps.push_back({step.id, left, step.drying, step.spare});
    }
    return steps;
}

std::vector<PastPainting> with_painting(std::vector<PastPainting> past, const Painting& painting,
                                        const std::vector<bool>& done) {
    if (painting.log.id.empty()) return past;
    PastPainting entry{painting.log.id, painting.brief.route.name, {}};
    const auto& steps = painting.brief.route.steps;
    for (std::size_t i = 0; i < steps.size() && i < done.size(); ++i)
        if (const double minutes = minutes_on(painting.log, steps[i].id); done[i] && minutes > 0)
            entry.minutes[steps[i].id] = minutes;
    const auto known = std::ranges::find(past, entry.id, &PastPainting::id);
    if (known != past.end())
        *known = std::move(entry);
    else if (!entry.minutes.empty())
        past.push_back(std::move(entry));
    if (past.size() > kMostPast) past.erase(past.begin());
    return past;
}

}  // namespace underpaint
