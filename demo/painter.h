// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "brush.h"
#include "scene.h"

namespace underpaint::demo {

/// Paints the scene in grey: broad strokes first, then finer ones where the picture still differs
/// from what is seen; along the form, softer far away, crisper at the lantern.
Canvas paint(Size size);

}  // namespace underpaint::demo
