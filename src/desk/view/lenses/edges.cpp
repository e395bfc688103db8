// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/lens_pixels.h"
#include "desk/work/edge_meter.h"

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

void draw_edges(QPainter& painter, const LensOverlay& at) {
    draw_over_picture(painter, at, at.edges.drawing());
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
    .over = draw_edges,
};

}  // namespace underpaint
