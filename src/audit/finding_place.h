// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>

#include "audit/finding.h"

namespace underpaint {

/// Where on the picture what a finding says is to be seen once its pass is laid, or all passes
/// where it names none, as a mask of the
/// whole picture of any size: the focus and the place that outdoes it; the lights and shadows that
/// drew together; the parts; the pixels that the pass moved beyond the budget; edges that were hard
/// when sealed; and so on. Null for a finding of no one place, and when stopped.
SharedPicture place_of(const Painting& painting, const Audit& figures, const Finding& finding,
                       const std::stop_token& stop = {});

/// Whether place_of() may find one, or there is a pass to wind to.
bool can_be_shown(const Finding& finding);

}  // namespace underpaint
