// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "brief/picture_figures.h"
#include "desk/work/session.h"

namespace underpaint {

/// Key, range and swing of a picture become those of the brief, as one change; of a grey one only
/// key and range. \param from what it is called: "a reference"
void take_from(Session& session, const PictureFigures& figures, const QString& from);

}  // namespace underpaint
