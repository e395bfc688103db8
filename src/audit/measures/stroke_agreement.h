// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/pass.h"

namespace underpaint {

/// A pass has strokes of its own where a hand or a camera made them: it lays painted colour or a
/// picture, or lands where a brush has been.
bool has_strokes(const Pass& pass);

}  // namespace underpaint
