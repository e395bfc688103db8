// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <string>

#include "brief/schedule.h"
#include "painting/painting.h"

namespace underpaint {

/// The times of a painting as iCalendar (RFC 5545): what was worked and what is planned, each an
/// event, and the due date. Times float (3.3.5, form 1): they are on the painter's clock wherever
/// that is. \param stamp when it is written, as UTC: "20261127T101500Z"
std::string icalendar_of(const Painting& painting, const Schedule& schedule,
                         const std::string& stamp);

}  // namespace underpaint
