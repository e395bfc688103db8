// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/ladder.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include "colour/reader.h"
#include "desk/greys.h"
#include "desk/look.h"
#include "painting/changes.h"

namespace underpaint {
namespace {

constexpr double kBarsPerStep = 4;

QString figure(double v, int decimals = 1) {
    return QString::number(v, 'f', decimals);
}

}  // namespace

Ladder::Ladder(Session& session, const Measuring& measuring, QWidget* parent)
    : QWidget(parent), session_(session), measuring_(measuring) {
    setObjectName(QStringLiteral("ladder"));
    setAccessibleName(tr("Value ladder"));
    setToolTip(tr("The scale of values from 9, white, to 1, black. Left: as sealed. Right: now."));
    setFixedWidth(scaled(132));
    for (const auto change :
         {&Session::begun, &Session::moment_changed, &Session::painting_changed})
        connect(&session_, change, this, qOverload<>(&QWidget::update));
    connect(&measuring_, &Measuring::figures_changed, this, qOverload<>(&QWidget::update));
}

void Ladder::set_bench(Bench bench) {
    bench_ = bench;
    update();
}

void Ladder::set_pointer(std::optional<double> step) {
    if (pointer_ == step) return;
    pointer_ = step;
    update();
}

QSize Ladder::sizeHint() const {
    return {scaled(132), scaled(600)};
}

QRectF Ladder::scale_rect() const {
    const double top = scaled(30), bottom = height() - scaled(168);
    return {double(scaled(46)), top, double(scaled(34)), std::max(90.0, bottom - top)};
}

/// The cells are the whole steps; a step of 5 stands in the middle of its cell.
double Ladder::y_of(double step) const {
    const QRectF scale = scale_rect();
    return scale.bottom() - (std::clamp(step, 0.5, 9.5) - 0.5) / 9 * scale.height();
}

double Ladder::step_at(double y) const {
    const QRectF scale = scale_rect();
    return 0.5 + 9 * (scale.bottom() - y) / scale.height();
}

// --- splits

void Ladder::set_shapes(std::optional<ShapeCount> count) {
    shapes_ = count;
    chosen_ = 0;
    setFocusPolicy(count ? Qt::StrongFocus : Qt::NoFocus);
    setMouseTracking(count.has_value());
    setCursor(Qt::ArrowCursor);
    setToolTip(count ? tr("Drag a line to move where one shape ends and the next begins. With the "
                          "keyboard: left and right choose a line, up and down move it")
                     : tr("The scale of values from 9, white, to 1, black. Left: as sealed. Right: "
                          "now."));
    update();
}

const Splits* Ladder::splits() const {
    if (!shapes_ || bench_ != Bench::values || !session_.has_painting()) return nullptr;
    return &session_.painting().plan.splits.of(*shapes_);
}

std::optional<std::size_t> Ladder::split_near(QPointF at) const {
    const Splits* lines = splits();
    if (lines == nullptr || at.x() < scale_rect().left()) return std::nullopt;
    std::optional<std::size_t> nearest;
    double least = scaled(9);
    for (std::size_t i = 0; i < lines->size(); ++i)
        if (const double away = std::abs(y_of((*lines)[i]) - at.y()); away < least)
            least = away, nearest = i;
    return nearest;
}

/// No split passes another.
void Ladder::move_split(std::size_t index, double step) {
    Splits lines = *splits();
    const double low = index > 0 ? lines[index - 1] + kLeastShape : 1 + kLeastShape;
    const double high = index + 1 < lines.size() ? lines[index + 1] - kLeastShape : 9 - kLeastShape;
    lines[index] = std::clamp(step, low, std::max(low, high));
    session_.change(tr("Move a split"), with_splits(session_.painting(), *shapes_, lines),
                    QStringLiteral("split %1").arg(index));
}

void Ladder::mousePressEvent(QMouseEvent* event) {
    const auto near = split_near(event->position());
    if (event->button() != Qt::LeftButton || !near) return;
    chosen_ = *near;
    dragging_ = true;
    update();
}

void Ladder::mouseMoveEvent(QMouseEvent* event) {
    if (dragging_)
        move_split(chosen_, step_at(event->position().y()));
    else
        setCursor(split_near(event->position()) ? Qt::SizeVerCursor : Qt::ArrowCursor);
}

void Ladder::mouseReleaseEvent(QMouseEvent*) {
    if (dragging_) session_.end_gesture();
    dragging_ = false;
}

void Ladder::keyPressEvent(QKeyEvent* event) {
    const Splits* lines = splits();
    if (lines == nullptr) return QWidget::keyPressEvent(event);
    const double by = event->modifiers().testFlag(Qt::ShiftModifier) ? 0.01 : 0.1;
    switch (event->key()) {
        case Qt::Key_Up: return move_split(chosen_, (*lines)[chosen_] + by);
        case Qt::Key_Down: return move_split(chosen_, (*lines)[chosen_] - by);
        case Qt::Key_Right: chosen_ = (chosen_ + 1) % lines->size(); return update();
        case Qt::Key_Left: chosen_ = (chosen_ + lines->size() - 1) % lines->size(); return update();
        default: return QWidget::keyPressEvent(event);
    }
}

void Ladder::draw_splits(QPainter& painter) const {
    const Splits* lines = splits();
    if (lines == nullptr) return;
    const QRectF scale = scale_rect();
    painter.setFont(figure_font());
    for (std::size_t i = 0; i < lines->size(); ++i) {
        const double y = y_of((*lines)[i]), left = scale.left() - scaled(2);
        const bool held = i == chosen_ && (dragging_ || hasFocus());
        // A dark edge keeps the line apart from the lightest cells.
        painter.fillRect(QRectF(left, y - 2, width() - scaled(8) - left, 4), greys().ladder);
        painter.fillRect(
            QRectF(left, y - (held ? 1.5 : 1), width() - scaled(8) - left, held ? 3 : 2),
            greys().strong);
        painter.setPen(held ? greys().strong : greys().secondary);
        painter.drawText(
            QRectF(scale.right(), y - scaled(17), width() - scaled(8) - scale.right(), scaled(15)),
            Qt::AlignRight | Qt::AlignVCenter, figure((*lines)[i]));
    }
}

const StepHistogram* Ladder::sealed_steps() const {
    return measuring_.audit() ? &measuring_.audit()->ground.steps : nullptr;
}

const StepHistogram* Ladder::steps_now() const {
    if (!measuring_.audit()) return nullptr;
    const auto& passes = measuring_.audit()->passes;
    const std::size_t moment = std::min(session_.moment(), passes.size());
    return moment == 0 ? sealed_steps() : &passes[moment - 1].steps;
}

void Ladder::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().ladder);
    painter.fillRect(QRect(width() - 1, 0, 1, height()), greys().rule);
    draw_scale(painter);
    if (sealed_steps() != nullptr) {
        draw_distribution(painter, true);
        if (bench_ == Bench::passes) draw_distribution(painter, false);
    }
    draw_splits(painter);
    if (pointer_) {
        const QRectF scale = scale_rect();
        const double y = y_of(*pointer_), size = scaled(5);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(greys().ladder, 1));
        painter.setBrush(greys().strong);
        for (const double side : {-1.0, 1.0}) {
            const double x = side < 0 ? scale.left() : scale.right();
            painter.drawPolygon(QPolygonF(
                {{x, y}, {x + side * size * 1.5, y - size}, {x + side * size * 1.5, y + size}}));
        }
    }
    draw_figures(painter);
}

void Ladder::draw_scale(QPainter& painter) const {
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const int margin = scaled(8);
    const QRect head(margin, 0, width() - 2 * margin - 1, scaled(26));
    const bool passes = bench_ == Bench::passes;
    painter.drawText(head, Qt::AlignLeft | Qt::AlignVCenter,
                     passes ? tr("sealed") : tr("painting"));
    if (passes || splits() != nullptr)
        painter.drawText(head, Qt::AlignRight | Qt::AlignVCenter, passes ? tr("now") : tr("plan"));

    const QRectF scale = scale_rect();
    for (int step = 1; step <= 9; ++step) {
        const int level =
            qRound(255 * encoded_grey_of(lightness_of_step(static_cast<float>(step))));
        const QRectF cell(scale.left(), y_of(step + 0.5) + 1, scale.width(),
                          scale.height() / 9 - 2);
        painter.fillRect(cell, QColor(level, level, level));
        painter.setPen(level > 110 ? QColor(0x22, 0x22, 0x22) : QColor(0xe0, 0xe0, 0xe0));
        painter.drawText(cell, Qt::AlignCenter, QString::number(step));
    }
}

void Ladder::draw_distribution(QPainter& painter, bool left) const {
    const QRectF scale = scale_rect();
    // Both sides share a measure, so that they can be compared; one bar of it is the tallest of
    // both.
    double most = 1e-9;
    const int bars = static_cast<int>(8 * kBarsPerStep) + 1;
    const auto share = [&](const StepHistogram& of, int bar) {
        const double middle = 1 + bar / kBarsPerStep, half = 0.5 / kBarsPerStep;
        return of.share_between(middle - half, middle + half);
    };
    for (int bar = 0; bar < bars; ++bar)
        most = std::max({most, share(*sealed_steps(), bar), share(*steps_now(), bar)});

    const double room = left ? scale.left() - scaled(4) : width() - scale.right() - scaled(8);
    const double thick = scale.height() / 9 / kBarsPerStep;
    const double base = left ? scale.left() - 2 : scale.right() + 3;
    painter.setRenderHint(QPainter::Antialiasing, false);
    painter.setPen(left ? QPen(Qt::NoPen) : QPen(greys().text, 1));
    painter.setBrush(left ? QBrush(greys().secondary) : QBrush(Qt::NoBrush));
    for (int bar = 0; bar < bars; ++bar) {
        const double length = room * share(left ? *sealed_steps() : *steps_now(), bar) / most;
        if (length < 0.6) continue;
        const double y = y_of(1 + bar / kBarsPerStep) - thick / 2;
        painter.drawRect(QRectF(left ? base - length : base, y + 0.5, length, thick - 1.5));
    }
    if (!left) painter.drawLine(QPointF(base, scale.top()), QPointF(base, scale.bottom()));
}

void Ladder::draw_figures(QPainter& painter) const {
    const StepHistogram* sealed = sealed_steps();
    if (sealed == nullptr) return;
    const int x = scaled(10);
    int y = static_cast<int>(scale_rect().bottom()) + scaled(14);
    const auto line = [&](const QString& label, const QString& value, bool words = false) {
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(QRect(x, y, width() - x, scaled(16)), Qt::AlignVCenter, label);
        QFont font = words ? body_font() : figure_font(15);
        painter.setFont(font);
        painter.setPen(greys().strong);
        painter.drawText(QRect(x, y + scaled(15), width() - x, scaled(20)), Qt::AlignVCenter,
                         value);
        y += scaled(40);
    };
    const Range was = range_of(*sealed), is = range_of(*steps_now());
    const auto latin = [](std::string_view v) {
        return QString::fromLatin1(v.data(), static_cast<qsizetype>(v.size()));
    };
    if (bench_ == Bench::values || session_.moment() == 0) {
        line(tr("Key, range"), tr("%1, %2").arg(latin(name_of(key_of(*sealed))), latin(width_of(was))),
             true);
        line(tr("Darkest, lightest"),
             figure(was.darkest) + QStringLiteral(" · ") + figure(was.lightest));
        return;
    }
    line(tr("Darkest, lightest"), figure(is.darkest) + QStringLiteral(" · ") + figure(is.lightest));
    line(tr("Range kept"), was.width() > 0
                               ? figure(100 * is.width() / was.width(), 0) + QLatin1Char('%')
                               : tr("flat"));
    const auto& passes = measuring_.audit()->passes;
    const std::size_t at = std::min(session_.moment(), passes.size());
    if (at == 0 || passes[at - 1].parts.size() < 2) return;
    const auto swaps = find_swaps(passes[at - 1].parts).size();
    line(tr("Part order"),
         swaps == 0
             ? tr("kept")
             : tr("%n swap(s)", nullptr, static_cast<int>(swaps))
                   .replace(QStringLiteral("(s)"), swaps == 1 ? QString() : QStringLiteral("s")),
         true);
}

}  // namespace underpaint
