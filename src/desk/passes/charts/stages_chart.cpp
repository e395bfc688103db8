// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/charts/stages_chart.h"

#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <cmath>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "render/grey.h"
#include "render/render.h"
#include "render/view.h"

namespace underpaint {
namespace {

/// How pictures of one shape lie on a chart: the grid in which they are largest.
struct Grid {
    int columns = 1, rows = 1;
    double width = 1, height = 1;  // of a cell
    double side = 0;               // of a picture's width

    static constexpr double kFoot = 22;  // for its name

    Grid(const QSizeF& size, std::size_t count, double across, double down) {
        for (int tried = 1; tried <= static_cast<int>(count); ++tried) {
            const int lines = (static_cast<int>(count) + tried - 1) / tried;
            const double w = size.width() / tried, h = size.height() / lines;
            const double room =
                std::min(w - scaled(14), (h - scaled(14) - scaled(kFoot)) * across / down);
            if (room > side) columns = tried, rows = lines, width = w, height = h, side = room;
        }
    }
    QRectF picture(std::size_t index, double down_per_across) const {
        const auto i = static_cast<int>(index);
        const double x = i % columns * width, y = i / columns * height, h = side * down_per_across;
        return {x + (width - side) / 2, y + (height - h - scaled(kFoot)) / 2, side, h};
    }
};

}  // namespace

StagesChart::StagesChart(Session& session, Measuring& measuring)
    : Chart("stages", tr("Stages"), session, measuring),
      grey_(new QPushButton(tr("Values"))),
      job_(this, Urgency::beside, "the chart of stages") {
    grey_->setObjectName(QStringLiteral("stages_grey"));
    grey_->setProperty("role", "lens");
    grey_->setCheckable(true);
    grey_->setToolTip(tr("Every stage in its values"));
    connect(grey_, &QPushButton::toggled, this, &StagesChart::refresh);
    connect(&session_.document, &Document::begun, this, [this] { stages_.clear(); });
}

QWidget* StagesChart::controls() {
    return grey_;
}

QString StagesChart::caption() const {
    return tr("a click winds to a pass");
}

QString StagesChart::text() const {
    QStringList names{tr("the seal")};
    for (const Pass& pass : session_.document.painting().passes) names << shown(pass.name);
    return names.join(QStringLiteral("; "));
}

void StagesChart::refresh() {
    if (!session_.document.has_painting()) return;
    const Painting& painting = session_.document.painting();
    const Size of = painting.size();
    const Grid grid(size(), painting.passes.size() + 1, of.width, of.height);
    const double pixels = std::max(32.0, grid.side * devicePixelRatioF());
    const double shrink = std::max(1.0, of.width / pixels);
    job_.start(
        [this, painting, shrink, grey = grey_->isChecked(), reader = session_.choices.reader()](
            const std::stop_token& stop, const auto& deliver) {
            auto states = render_states(painting, whole_at(painting.size(), shrink), stop);
            if (!states) return;
            std::vector<QImage> stages;
            for (RgbBlock& state : *states) {
                if (grey) turn_grey(state, reader);
                stages.push_back(image_of(state));
            }
            deliver([this, stages = std::move(stages)] {
                stages_ = stages;
                update();
            });
        });
    update();
}

void StagesChart::resizeEvent(QResizeEvent* event) {
    Chart::resizeEvent(event);
    if (isVisible()) refresh();
}

void StagesChart::draw(QPainter& painter, const QSizeF& size) const {
    if (stages_.empty()) return draw_hint(painter, size, tr("Painting the stages…"));
    const Painting& painting = session_.document.painting();
    const double down = static_cast<double>(painting.size().height) / painting.size().width;
    const Grid grid(size, stages_.size(), 1, down);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const std::size_t chosen = std::min(session_.outlook.moment(), stages_.size() - 1);
    for (std::size_t i = 0; i < stages_.size(); ++i) {
        const QRectF place = grid.picture(i, down);
        painter.drawImage(place, stages_[i]);
        if (i == chosen) {
            painter.setPen(QPen(greys().strong, 2));
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(place.adjusted(-2, -2, 2, 2));
        }
        painter.setFont(i == chosen ? body_font(true) : secondary_font());
        painter.setPen(i == chosen ? greys().strong : greys().text);
        const QString name = i == 0 || i > painting.passes.size()
                                 ? tr("Sealed underpaint")
                                 : tr("%1  %2").arg(i).arg(shown(painting.passes[i - 1].name));
        painter.drawText(
            QRectF(place.left(), place.bottom() + scaled(4), place.width(), scaled(17)),
            Qt::AlignLeft | Qt::AlignVCenter,
            QFontMetrics(painter.font())
                .elidedText(name, Qt::ElideRight, static_cast<int>(place.width())));
    }
}

void StagesChart::mousePressEvent(QMouseEvent* event) {
    if (stages_.empty()) return;
    const Painting& painting = session_.document.painting();
    const double down = static_cast<double>(painting.size().height) / painting.size().width;
    const Grid grid(size(), stages_.size(), 1, down);
    for (std::size_t i = 0; i < stages_.size(); ++i)
        if (grid.picture(i, down)
                .adjusted(0, 0, 0, scaled(Grid::kFoot))
                .contains(event->position()))
            session_.outlook.set_moment(i);
}

}  // namespace underpaint
