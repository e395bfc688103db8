// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPointF>
#include <QString>

#include "desk/work/session.h"

namespace underpaint {

/// Adds the colour that the picture has at a place, as it is shown, to the palette: one step of the
/// history. Returns what there is to say about it; empty beside the picture.
QString take_colour(Session& session, QPointF picture);
/// The same with a colour that was found elsewhere. \param from where it comes from, in words
QString take_colour(Session& session, Rgb colour, const QString& from);

}  // namespace underpaint
