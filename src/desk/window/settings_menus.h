// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <filesystem>
#include <functional>

#include "desk/kit/look.h"

class QMenu;

namespace underpaint {

class Canvas;
class Display;

/// The greys that were chosen last.
Look kept_look();

/// How many versions of a file from before are kept when it is saved over.
std::size_t kept_versions();

/// The entries of the file menu that are about this machine and not about a painting: the profile
/// of the screen, and the memory that may be kept to be quick with. Takes up what was set before.
void add_settings(QMenu& menu, Canvas& canvas, Display& display,
                  std::function<std::filesystem::path()> pick_profile);

}  // namespace underpaint
