// SPDX-License-Identifier: GPL-3.0-or-later
#include <QPainter>

#include "desk/view/lens_pixels.h"
#include "desk/work/meters.h"

namespace underpaint {
namespace {

/// So dark that what is drawn over it stands out.
RgbBlock sunk(const LensTile& tile) {
    RgbBlock pixels = in_grey(tile);
    const RgbRow all = pixels.all();
    for (const auto channel : {all.r, all.g, all.b})
        for (float& v : channel) v = 0.05F + 0.33F * v;
    return pixels;
}

/// Hard edges white and thick, lost ones dark and thin. Softer ones are drawn first, so that none
/// covers a harder one.
LensDrawing drawing_of(const EdgeMap& edges) {
    constexpr int greys[kEdgeKinds] = {255, 190, 135, 95};
    constexpr double thickness[kEdgeKinds] = {3.4, 2.6, 2.2, 1.8};
    QImage image(edges.size.width, edges.size.height, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    for (std::size_t kind = kEdgeKinds; kind-- > 0;) {
        painter.setBrush(QColor(greys[kind], greys[kind], greys[kind]));
        const double half = thickness[kind] / 2;
        for (const EdgePoint& p : edges.points)
            if (kind_of_edge(p.width) == static_cast<EdgeKind>(kind))
                painter.drawEllipse(QPointF(p.x + 0.5, p.y + 0.5), half, half);
    }
    return {image, {}};
}

LensDrawingWork edges_drawing(const Meters& meters) {
    const auto edges = meters.edges.edges();
    return {edges, [edges] { return drawing_of(*edges); }};
}

}  // namespace

const LensRecord kEdgesLens{
    .lens = Lens::edges,
    .id = "edges",
    .label = "Edges",
    .about = "Where values meet, and how abruptly: hard, firm, soft or lost",
    .on_values = true,
    .note = "Edges: white is hard, then firm, soft and, darkest and thinnest, lost",
    .pixels = sunk,
    .drawing = edges_drawing,
    .over = draw_over_picture,
};

}  // namespace underpaint
