// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/painting.h"

namespace underpaint::demo {

/// The painting with its brief: what it is for, thumbnails, references, rules, the route with the
/// times that were worked.
Painting with_demo_brief(Painting painting, const char* route);

}  // namespace underpaint::demo
