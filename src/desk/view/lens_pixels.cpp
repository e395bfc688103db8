// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/lens_pixels.h"

#include <QImage>
#include <QPainter>

#include "desk/view/view_transform.h"

namespace underpaint {

void draw_over_picture(QPainter& painter, const LensOverlay& at) {
    const QImage& drawing = at.drawing.image;
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const QRectF whole = at.transform.picture_on_canvas();
    // The widget's own scaling would break up thin lines.
    const QSize size = (whole.size() * at.ratio).toSize();
    const QImage fitting =
        size.width() < drawing.width()
            ? drawing.scaled(size, Qt::IgnoreAspectRatio, Qt::SmoothTransformation)
            : drawing;
    painter.drawImage(whole, fitting.mirrored(at.transform.mirrored(), at.transform.upended()));
}

}  // namespace underpaint
