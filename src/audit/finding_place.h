// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>

#include "audit/finding.h"

namespace underpaint {

/// Where on the picture what a finding says is to be seen, as a mask of the whole picture of any
/// size: the focus and the place that outdoes it; the lights and shadows that drew together; the
/// two parts. Of values that slipped, the pixels that the pass moved beyond the held budget. Null
/// for a finding of no one place, and when stopped.
SharedPicture place_of(const Painting& painting, const Audit& figures, const Finding& finding,
                       const std::stop_token& stop = {});

}  // namespace underpaint
