// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPainter>

#include "desk/view/lens.h"

namespace underpaint {

/// How wide a legend is, its space to the text that follows included.
double legend_width(const QPainter& painter, const LensLegend& legend);
/// At the left of a box: the ends' names and the tints between them.
void draw_legend(QPainter& painter, const QRectF& box, const LensLegend& legend);

}  // namespace underpaint
