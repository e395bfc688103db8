// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/stroke_meter.h"

#include <QPainter>
#include <chrono>
#include <cmath>

namespace underpaint {
namespace {

/// Long enough for the next move of a drag to come.
constexpr std::chrono::milliseconds kStrokeRest{80};
constexpr int kEvery = 20;           // viewing pixels from one line to the next
constexpr double kLongestLine = 17;  // of a line where the direction is clearest
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

QImage drawing_of(const StrokeField& sealed, const std::optional<StrokeField>& own) {
    QImage image(sealed.size().width * sealed.grain(), sealed.size().height * sealed.grain(),
                 QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(QColor(235, 235, 235), 2, Qt::SolidLine, Qt::RoundCap));
    draw_field(painter, sealed, tenth_of_mean_energy(sealed), 0);
    if (own) {
        painter.setPen(QPen(QColor(0, 0, 0), 3.2, Qt::SolidLine, Qt::RoundCap));
        draw_field(painter, *own, tenth_of_mean_energy(*own), kEvery / 2);
    }
    return image;
}

}  // namespace

StrokeMeter::StrokeMeter(Session& session, QObject* parent)
    : QObject(parent), session_(session), job_(this, Urgency::when_idle) {
    rest_.setSingleShot(true);
    rest_.setInterval(kStrokeRest);
    connect(&rest_, &QTimer::timeout, this, &StrokeMeter::measure);
    session_.when(this, &StrokeMeter::put_off, &Document::changed, &Outlook::moment_changed);
    connect(&session_.document, &Document::begun, this, [this] {
        sealed_of_ = nullptr;
        sealed_ = nullptr;
        agreement_.reset();
        drawing_ = {};
    });
}

void StrokeMeter::set_wanted(const void* who, bool wanted) {
    const bool before = !wanted_by_.empty();
    wanted ? void(wanted_by_.insert(who)) : void(wanted_by_.erase(who));
    if (!before && !wanted_by_.empty()) measure();
}

/// While a hand moves frames have all cores.
void StrokeMeter::put_off() {
    job_.stop();
    if (!wanted_by_.empty()) rest_.start();
}

void StrokeMeter::measure() {
    if (wanted_by_.empty() || !session_.document.has_painting()) return;
    job_.start([this, painting = session_.document.painting(),
                pass = session_.outlook.chosen_pass(),
                known = sealed_of_ == session_.document.painting().ground() ? sealed_ : nullptr](
                   const std::stop_token& stop, const auto& deliver) {
        auto sealed = known;
        if (!sealed)
            if (auto field = sealed_strokes(painting, stop))
                sealed = std::make_shared<const StrokeField>(std::move(*field));
        if (!sealed) return;
        std::optional<StrokeField> own;
        if (pass) own = strokes_of_pass(painting, *pass, stop);
        if (stop.stop_requested()) return;
        const auto agree = own ? underpaint::agreement(*sealed, *own) : std::nullopt;
        if (!agree) own.reset();
        deliver(
            [this, sealed, agree, ground = painting.ground(), drawing = drawing_of(*sealed, own)] {
                sealed_ = sealed, sealed_of_ = ground, agreement_ = agree, drawing_ = drawing;
                emit changed();
            });
    });
}

}  // namespace underpaint
