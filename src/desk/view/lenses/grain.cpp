// SPDX-License-Identifier: GPL-3.0-or-later
#include <QPainter>
#include <cmath>

#include "desk/view/lens_pixels.h"
#include "desk/work/meters.h"

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

constexpr int kEvery = 20;           // viewing pixels between two lines
constexpr double kLongestLine = 17;  // length of a line where the direction is clearest
constexpr double kLeastCoherence = 0.1;

void draw_field(QPainter& painter, const StrokeField& field, double least_energy, int offset) {
    const int grain = field.grain(), every = kEvery / grain, from = (kEvery / 2 + offset) / grain;
    for (int y = from; y < field.size().height; y += every)
        for (int x = from; x < field.size().width; x += every) {
            const StrokeField::Stroke stroke = field.at(x, y);
            if (stroke.coherence < kLeastCoherence || stroke.energy < least_energy) continue;
            const double half = kLongestLine * stroke.coherence / 2;
            const QPointF along(half * std::cos(stroke.angle), half * std::sin(stroke.angle));
            const QPointF at(x * grain, y * grain);
            painter.drawLine(at - along, at + along);
        }
}

/// Where there is next to no contrast, direction is noise.
double tenth_of_mean_energy(const StrokeField& field) {
    double sum = 0;
    for (int y = 0; y < field.size().height; y += 4)
        for (int x = 0; x < field.size().width; x += 4) sum += field.at(x, y).energy;
    return 16 * sum / static_cast<double>(field.size().area()) / 10;
}

/// Light lines the underpaint's, dark ones the pass's.
LensDrawing drawing_of(const StrokeMeter::Strokes& strokes) {
    const StrokeField& sealed = *strokes.sealed;
    QImage image(sealed.size().width * sealed.grain(), sealed.size().height * sealed.grain(),
                 QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(QColor(235, 235, 235), 2, Qt::SolidLine, Qt::RoundCap));
    draw_field(painter, sealed, tenth_of_mean_energy(sealed), 0);
    if (strokes.own) {
        painter.setPen(QPen(QColor(0, 0, 0), 3.2, Qt::SolidLine, Qt::RoundCap));
        draw_field(painter, *strokes.own, tenth_of_mean_energy(*strokes.own), kEvery / 2);
    }
    return {image, {}};
}

LensDrawingWork strokes_drawing(const Meters& meters) {
    const auto strokes = meters.strokes.strokes();
    return {strokes, [strokes] { return drawing_of(*strokes); }};
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
    .drawing = strokes_drawing,
    .over = draw_over_picture,
    .heeds_strokes = true,
};

}  // namespace underpaint
