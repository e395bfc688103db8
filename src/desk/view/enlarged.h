// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/view/through_lens.h"

namespace underpaint {

/// A coarse picture in the pixels of a finer view inside it, each mixed from its neighbours: to
/// stretch it is no work for the thread that paints.
Seen enlarged(const Seen& coarse, const View& view);

}  // namespace underpaint
