// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPainter>

namespace underpaint {

/// How wide a label with this text is.
double label_width(const QPainter& painter, const QString& text);
/// A figure on a dark ground over the picture, moved so that all of it lies on the canvas.
void draw_label(QPainter& painter, QSize canvas, QPointF at, const QString& text);

}  // namespace underpaint
