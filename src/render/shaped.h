// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "render/render.h"

namespace underpaint {

/// The underpaint after its value passes, in the underpaint's own channels and depth: what sealing
/// freezes. The underpaint itself when no value pass can change it. Null when stopped.
SharedPicture shaped_underpaint(const Painting& painting, const std::stop_token& stop = {},
                                const Progress& progress = {});

}  // namespace underpaint
