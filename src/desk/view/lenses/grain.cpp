// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/lens_pixels.h"
#include "desk/work/stroke_meter.h"

namespace underpaint {
namespace {

/// Toward middle grey, so that light lines and dark ones both stand out.
RgbBlock flattened_greys(const LensTile& tile) {
    RgbBlock pixels = in_grey(tile);
    const RgbRow all = pixels.all();
    for (const auto channel : {all.r, all.g, all.b})
        for (float& v : channel) v = 0.24F + 0.3F * v;
    return pixels;
}

void draw_strokes(QPainter& painter, const LensOverlay& at) {
    draw_over_picture(painter, at, at.strokes.drawing());
}

}  // namespace

const LensRecord kGrainLens{
    .lens = Lens::grain,
    .id = "grain",
    .label = "Grain",
    .about = "Which way strokes go: the underpaint's, and those of the chosen pass",
    .on_colour = true,
    .note = "Grain: light lines are the underpaint's strokes, dark ones the chosen pass's",
    .pixels = flattened_greys,
    .over = draw_strokes,
    .heeds_strokes = true,
};

}  // namespace underpaint
