// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include "painting/painting.h"

namespace underpaint {

/// The start of a new pass of a kind.
struct LaidPass {
    QString label;  ///< in the menu
    QString about;
    QString id;  ///< the source's
    Pass pass;
};

/// One for each kind of source that needs no file, fitted to the painting.
std::vector<LaidPass> passes_to_lay(const Painting& painting);

/// A picture laid over the painting, as large as fits inside, in the middle.
Pass pass_of_picture(const Painting& painting, SharedPicture picture, const QString& name);

}  // namespace underpaint
