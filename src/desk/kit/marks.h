// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPainter>

#include "terms/verdict.h"

namespace underpaint {

/// A verdict told by shape alone: a full disc held, a half disc slipping, a broken ring lost.
void draw_mark(QPainter& painter, const QRectF& place, Verdict verdict, const QColor& colour);

/// The word for it, for screen readers and tooltips.
QString word_of(Verdict verdict);

}  // namespace underpaint
