// SPDX-License-Identifier: GPL-3.0-or-later
#include <QPainter>

#include "desk/view/lens_pixels.h"
#include "desk/view/view_transform.h"
#include "desk/work/focus_meter.h"

namespace underpaint {
namespace {

/// The map of what draws the eye darkens the picture where little does.
void darken(QPainter& painter, const LensOverlay& at) {
    if (at.foci.pull().isNull()) return;
    const QRectF& place = at.foci.pull_place();
    QImage map = at.foci.pull();
    const bool x = at.transform.mirrored(), y = at.transform.upended();
    if (x || y) map = map.mirrored(x, y);
    const QRectF on_canvas =
        QRectF(at.transform.to_canvas(place.topLeft()), at.transform.to_canvas(place.bottomRight()))
            .normalized();
    painter.save();
    painter.setClipRect(at.transform.picture_on_canvas());
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.setCompositionMode(QPainter::CompositionMode_Multiply);
    painter.drawImage(on_canvas, map);
    painter.restore();
}

}  // namespace

const LensRecord kPullLens{
    .lens = Lens::pull,
    .id = "pull",
    .label = "Pull of the eye",
    .about =
        "What draws the eye stays lit, the rest sinks: contrast in discs of the first focus's "
        "size",
    .on_values = true,
    .note = "Lit where contrast is greatest, in discs of the first focus's size",
    .pixels = in_grey,
    .over = darken,
};

}  // namespace underpaint
