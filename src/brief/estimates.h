// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <map>
#include <string>
#include <vector>

#include "brief/schedule.h"
#include "painting/painting.h"

namespace underpaint {

/// Minutes that the steps of an earlier painting took, or a study of such a step.
struct PastPainting {
    std::string id;                         ///< WorkLog::id
    std::string route;                      ///< its name; kStudies of a study
    std::map<std::string, double> minutes;  ///< of the steps that were done
    friend bool operator==(const PastPainting&, const PastPainting&) = default;
};

/// In place of a route's name: what a study took counts for the steps of every route.
inline constexpr const char* kStudies = "";

/// How many paintings back one's own pace is looked for.
inline constexpr std::size_t kPaintingsBack = 5;

/// Minutes that a step takes: the median of what it took in the painter's last paintings of the
/// route that had it, `id` itself left out; or else of studies that are like it; or else what the
/// route says. `past` is in the order they were worked.
double estimate(const Route& route, const RouteStep& step, const std::string& id,
                const std::vector<PastPainting>& past);

/// The steps still to do, in the route's order, each with its estimate less the time spent; a step
/// that has taken longer than estimated still needs a tenth of it.
std::vector<StepToGo> to_go(const Brief& brief, const WorkLog& log, const std::vector<bool>& done,
                            const std::vector<PastPainting>& past);

/// The painting among past ones, in its place or at the end: what its done steps have taken.
std::vector<PastPainting> with_painting(std::vector<PastPainting> past, const Painting& painting,
                                        const std::vector<bool>& done);

}  // namespace underpaint
