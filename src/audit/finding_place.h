// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <stop_token>

#include "audit/finding.h"

namespace underpaint {

/// The area of the picture that a finding refers to, after its pass, or after all passes where it
/// names none, as a mask of the whole picture of any size: the focus and the place that outdoes it;
/// the lights and shadows that drew together; the parts; the pixels that moved; and so on. Null
/// when it has no one place, and when stopped.
SharedPicture place_of(const Painting& painting, const Audit& figures, const Finding& finding,
                       const std::stop_token& stop = {});

/// Whether place_of() may find one, or there is a pass to wind to.
bool can_be_shown(const Finding& finding);

}  // namespace underpaint
