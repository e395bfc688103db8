// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "files/disk.h"

class QScreen;

namespace underpaint {

/// The ICC profile that the window system has for a screen; empty when it has none or can't say.
/// Under X11 it hangs on the root window as _ICC_PROFILE, or _ICC_PROFILE_n for a further screen.
Bytes screen_profile(const QScreen* screen);

}  // namespace underpaint
