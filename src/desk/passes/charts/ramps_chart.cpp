// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/charts/ramps_chart.h"

#include <QMenu>
#include <QPainter>
#include <QPushButton>
#include <cmath>

#include "colour/oklab.h"
#include "colour/srgb.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

constexpr double kLeastChroma = 0.008;  // chroma below which no hue is drawn

/// A plot of something over the steps, dark to the left.
struct Plot {
    QRectF area;
    double low, high;

    QPointF at(double step, double value) const {
        return {area.left() + (step - 1) / 8 * area.width(),
                area.bottom() - (value - low) / (high - low) * area.height()};
    }
};

void draw_frame(QPainter& painter, const Plot& plot, const QString& title,
                std::initializer_list<double> lines, const char* unit) {
    painter.fillRect(plot.area, greys().sheet);
    painter.setFont(figure_font());
    for (const double v : lines) {
        const double y = plot.at(1, v).y();
        painter.setPen(QPen(greys().rule, 1));
        painter.drawLine(QPointF(plot.area.left(), y), QPointF(plot.area.right(), y));
        painter.setPen(greys().secondary);
        painter.drawText(QRectF(0, y - 9, plot.area.left() - scaled(8), 18),
                         Qt::AlignRight | Qt::AlignVCenter,
                         QString::number(v) + QString::fromUtf8(unit));
    }
    painter.setFont(secondary_font());
    painter.setPen(greys().text);
    painter.drawText(
        QRectF(plot.area.left(), plot.area.top() - scaled(20), plot.area.width(), scaled(18)),
        Qt::AlignLeft | Qt::AlignVCenter, title);
}

/// Hues near the first one, so that a line across 0 does not jump.
double unwrapped(double hue, double beside) {
    return hue - 360 * std::round((hue - beside) / 360);
}

QColor colour_of(const RampPoint& point) {
    const double lightness = (point.step - 1) * 12.5, root = (lightness + 16) / 116;
    const double y = lightness > 8 ? root * root * root : lightness / 903.3;
    const Rgb rgb = encode(
        linear_rgb(oklab(OkLch{static_cast<float>(std::cbrt(y)), static_cast<float>(point.chroma),
                               static_cast<float>(point.hue)})));
    const auto channel = [](float v) { return std::clamp(v, 0.0F, 1.0F); };
    return QColor::fromRgbF(channel(rgb.r), channel(rgb.g), channel(rgb.b));
}

}  // namespace

RampsChart::RampsChart(Session& session, Measuring& measuring)
    : Chart("ramps", tr("Ramps"), session, measuring),
      button_(new QPushButton),
      job_(this, Urgency::beside, "the chart of ramps") {
    button_->setObjectName(QStringLiteral("ramp_part"));
    button_->setProperty("role", "lens");
    button_->setToolTip(tr("Whose ramp is drawn"));
    auto* menu = new QMenu(button_);
    connect(menu, &QMenu::aboutToShow, this, &RampsChart::fill_menu);
    button_->setMenu(menu);
    connect(&session_.document, &Document::begun, this, [this] {
        part_ = 0, picked_ = false;
        now_.clear(), before_.clear();
    });
}

QWidget* RampsChart::controls() {
    return button_;
}

void RampsChart::fill_menu() {
    QMenu* menu = button_->menu();
    menu->clear();
    const auto add = [&](const QString& name, PartId part) {
        QAction* action = menu->addAction(name);
        action->setCheckable(true);
        action->setChecked(part == part_);
        connect(action, &QAction::triggered, this, [this, part] {
            picked_ = true;
            choose(part);
        });
    };
    add(tr("The whole picture"), 0);
    for (const Part& part : session_.document.painting().parts)
        add(shown_on_button(part.name), part.id);
}

void RampsChart::choose(PartId part) {
    part_ = part;
    refresh();
}

QString RampsChart::caption() const {
    const PassAudit* state = now();
    return state == nullptr || state->index == 0 ? tr("as sealed")
                                                 : tr("after pass %1").arg(state->index);
}

QString RampsChart::text() const {
    QStringList steps;
    for (const RampPoint& point : now_)
        steps << tr("step %1: warmth %2, intensity %3%")
                     .arg(point.step, 0, 'f', 1)
                     .arg(signed_figure(point.warmth, 1))
                     .arg(qRound(100 * point.intensity));
    return steps.join(QStringLiteral("; "));
}

/// The part whose shadows are grey, if one's are, until another is picked.
void RampsChart::refresh() {
    if (!session_.document.has_painting()) return;
    const Painting& painting = session_.document.painting();
    const PassAudit* state = now();
    if (!picked_ && state != nullptr && !state->grey_shadows.empty())
        part_ = state->grey_shadows.front().part;
    if (painting.part(part_) == nullptr) part_ = painting.parts.empty() ? 0 : painting.parts[0].id;
    const Part* part = painting.part(part_);
    button_->setText(
        tr("%1 ▾").arg(part != nullptr ? shown_on_button(part->name) : tr("The whole picture")));
    const std::size_t moment = std::min(session_.outlook.moment(), painting.passes.size());
    job_.start([this, painting, id = part_, moment, reader = session_.choices.reader()](
                   const std::stop_token& stop, const auto& deliver) {
        std::vector<std::size_t> moments{moment};
        if (moment > 0) moments.push_back(moment - 1);
        const auto ramps = ramps_of(painting, painting.part(id), moments, reader, stop);
        if (!ramps) return;
        deliver([this, ramps = *ramps] {
            now_ = ramps[0], before_ = ramps.size() > 1 ? ramps[1] : Ramp();
            update();
        });
    });
    update();
}

const GreyShadows* RampsChart::grey() const {
    const PassAudit* state = now();
    if (state == nullptr) return nullptr;
    const auto found = std::ranges::find(state->grey_shadows, part_, &GreyShadows::part);
    return found == state->grey_shadows.end() ? nullptr : &*found;
}

void RampsChart::draw(QPainter& painter, const QSizeF& size) const {
    if (now_.empty()) return draw_hint(painter, size, tr("Measuring…"));
    const double left = scaled(60), width = size.width() - left - scaled(24);
    const double top = scaled(30), gap = scaled(34), foot = scaled(30);
    const double height = (size.height() - top - 2 * gap - foot) / 3;
    double most = 0.05;
    for (const RampPoint& point : now_) most = std::max({most, point.chroma, point.limit});
    most = std::ceil(most * 20) / 20;
    // The hue axis is centred on the strongest point, so that no curve is cut where hue wraps
    // around.
    const auto strongest = std::ranges::max_element(now_, {}, &RampPoint::chroma);
    const double centre = strongest->hue;
    double reach = 60;
    for (const RampPoint& point : now_)
        if (point.chroma >= kLeastChroma)
            reach = std::max(reach, 10 + std::fabs(unwrapped(point.hue, centre) - centre));
    const auto plot = [&](int row, double low, double high) {
        return Plot{{left, top + row * (height + gap), width, height}, low, high};
    };
    const Plot hue = plot(0, centre - reach, centre + reach), chroma = plot(1, 0, most),
               strength = plot(2, 0, 1);

    // Grey shadows: the stretch below the part's own threshold.
    const Audit* audit = figures();
    const Painting& painting = session_.document.painting();
    const Part* own = painting.part(part_);
    const double tenth = std::round(centre);
    draw_frame(painter, hue, tr("Hue"),
               {tenth - std::floor(reach / 2), tenth, tenth + std::floor(reach / 2)}, "°");
    draw_frame(painter, chroma, tr("Chroma, and the most that sRGB has there"), {0, most / 2, most},
               "");
    draw_frame(painter, strength, tr("Intensity"), {0, 0.5, 1}, "");
    if (const GreyShadows* bad = grey(); bad != nullptr && audit != nullptr && own != nullptr) {
        const auto index = static_cast<std::size_t>(own - painting.parts.data());
        const double split = audit->part_splits[index];
        for (const Plot* each : {&hue, &chroma, &strength}) {
            const double right = each->at(split, 0).x();
            painter.fillRect(QRectF(each->area.left(), each->area.top(), right - each->area.left(),
                                    each->area.height()),
                             greys().bar);
        }
        painter.setFont(secondary_font());
        painter.setPen(greys().strong);
        painter.drawText(QRectF(strength.area.left() + scaled(8), strength.area.top() + scaled(6),
                                width, scaled(16)),
                         Qt::AlignLeft,
                         tr("shadows go grey here: the lights' hue, %1% of their intensity")
                             .arg(std::lround(100 * bad->shadows / bad->lights)));
    }
    painter.setFont(figure_font());
    painter.setPen(greys().secondary);
    for (int step = 1; step <= 9; ++step)
        painter.drawText(
            QRectF(strength.at(step, 0).x() - 12, strength.area.bottom() + scaled(6), 24, 16),
            Qt::AlignCenter, QString::number(step));

    const auto lines = [&](const Ramp& ramp, bool strong) {
        QPolygonF hues, chromas, strengths, limits;
        for (const RampPoint& point : ramp) {
            if (point.chroma >= kLeastChroma)
                hues << hue.at(point.step,
                               std::clamp(unwrapped(point.hue, centre), hue.low, hue.high));
            chromas << chroma.at(point.step, std::min(point.chroma, most));
            strengths << strength.at(point.step, std::min(point.intensity, 1.0));
            limits << chroma.at(point.step, std::min(point.limit, most));
        }
        painter.setBrush(Qt::NoBrush);
        painter.setPen(strong ? QPen(greys().text, 1.4) : QPen(greys().secondary, 1, Qt::DotLine));
        for (const QPolygonF* line : {&hues, &chromas, &strengths}) painter.drawPolyline(*line);
        if (!strong) return;
        painter.setPen(QPen(greys().secondary, 1, Qt::DashLine));
        painter.drawPolyline(limits);
        const double dot = scaled(4.5);
        for (const RampPoint& point : ramp) {
            painter.setPen(QPen(greys().ground.darker(180), 1));
            painter.setBrush(colour_of(point));
            if (point.chroma >= kLeastChroma)
                painter.drawEllipse(
                    hue.at(point.step, std::clamp(unwrapped(point.hue, centre), hue.low, hue.high)),
                    dot, dot);
            painter.drawEllipse(chroma.at(point.step, std::min(point.chroma, most)), dot, dot);
            painter.drawEllipse(strength.at(point.step, std::min(point.intensity, 1.0)), dot, dot);
        }
    };
    lines(before_, false);
    lines(now_, true);
}

}  // namespace underpaint
