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

Ladder::Ladder(Session& session, const Measuring& measuring, const ValuesMeter& values,
               const FocusMeter& foci, QWidget* parent)
    : QWidget(parent), session_(session), measuring_(measuring), values_(values), foci_(foci) {
    setObjectName(QStringLiteral("ladder"));
    setAccessibleName(tr("Value ladder"));
    setFixedWidth(scaled(132));
    for (const auto change : {&Session::begun, &Session::moment_changed, &Session::painting_changed,
                              &Session::scale_changed})
        connect(&session_, change, this, qOverload<>(&QWidget::update));
    connect(&measuring_, &Measuring::figures_changed, this, qOverload<>(&QWidget::update));
    connect(&values_, &ValuesMeter::changed, this, qOverload<>(&QWidget::update));
    connect(&foci_, &FocusMeter::changed, this, qOverload<>(&QWidget::update));
}

void Ladder::set_bench(Bench bench) {
    bench_ = bench;
    const bool plans = bench == Bench::values;
    setFocusPolicy(plans ? Qt::StrongFocus : Qt::NoFocus);
    setMouseTracking(plans);
    setCursor(Qt::ArrowCursor);
    setToolTip(
        plans ? tr("The scale of values from 9, white, to 1, black. Left: the picture. Right: the "
                   "plan. Drag an end of the dashed range, or where one shape ends and the next "
                   "begins. With the keyboard: left and right choose a line, up and down move it")
              : tr("The scale of values from 9, white, to 1, black. Left: as sealed. Right: now."));
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

/// The Passes bench counts from 1 to 9, the Values bench as the painter likes.
ValueScale Ladder::scale() const {
    return bench_ == Bench::values ? session_.scale() : ValueScale::one_to_nine;
}

int Ladder::cells() const {
    return scale() == ValueScale::one_to_nine ? 9 : 11;
}

/// The cells are the whole steps; a step of 5 stands in the middle of its cell.
double Ladder::y_of(double step) const {
    const QRectF place = scale_rect();
    const double below = on_scale(step, scale()) - shape_of(scale()).first + 0.5;
    return place.bottom() - std::clamp(below / cells(), 0.0, 1.0) * place.height();
}

double Ladder::step_at(double y) const {
    const QRectF place = scale_rect();
    const double below = cells() * (place.bottom() - y) / place.height();
    return from_scale(below - 0.5 + shape_of(scale()).first, scale());
}

// --- the plan

void Ladder::set_shapes(std::optional<ShapeCount> count) {
    shapes_ = count;
    chosen_.reset();
    if (const auto all = lines(); count && !all.empty()) chosen_ = all.front();
    update();
}

const Splits* Ladder::splits() const {
    if (!shapes_ || bench_ != Bench::values || !session_.has_painting()) return nullptr;
    return &session_.painting().plan.splits.of(*shapes_);
}

/// Splits first, from the darkest up; then the ends of the range, where one is planned.
std::vector<Ladder::Line> Ladder::lines() const {
    std::vector<Line> all;
    if (bench_ != Bench::values || !session_.has_painting()) return all;
    if (const Splits* at = splits())
        for (std::size_t i = 0; i < at->size(); ++i)
            all.push_back({Line::Kind::split, i, (*at)[i]});
    if (const auto& range = session_.painting().plan.range) {
        all.push_back({Line::Kind::darkest, 0, range->darkest});
        all.push_back({Line::Kind::lightest, 0, range->lightest});
    }
    return all;
}

std::optional<Ladder::Line> Ladder::line_near(QPointF at) const {
    if (at.x() < scale_rect().left()) return std::nullopt;
    std::optional<Line> nearest;
    double least = scaled(9);
    for (const Line& line : lines())
        if (const double away = std::abs(y_of(line.step) - at.y()); away < least)
            least = away, nearest = line;
    return nearest;
}

bool Ladder::is_chosen(const Line& line) const {
    return chosen_ == line && (dragging_ || hasFocus());
}

void Ladder::move(const Line& line, double step) {
    line.kind == Line::Kind::split ? move_split(line.split, step) : move_range(line.kind, step);
}

/// No split passes another.
void Ladder::move_split(std::size_t index, double step) {
    Splits all = *splits();
    const double low = index > 0 ? all[index - 1] + kLeastShape : 1 + kLeastShape;
    const double high = index + 1 < all.size() ? all[index + 1] - kLeastShape : 9 - kLeastShape;
    all[index] = std::clamp(step, low, std::max(low, high));
    session_.change(tr("Move a split"), with_splits(session_.painting(), *shapes_, all),
                    QStringLiteral("split %1").arg(index));
}

void Ladder::move_range(Line::Kind end, double step) {
    constexpr double least_width = 0.5;
    Plan plan = session_.painting().plan;
    Range& range = *plan.range;
    if (end == Line::Kind::darkest)
        range.darkest = std::clamp(step, 1.0, std::max(1.0, range.lightest - least_width));
    else
        range.lightest = std::clamp(step, std::min(9.0, range.darkest + least_width), 9.0);
    session_.change(tr("Plan a range"), with_plan(session_.painting(), std::move(plan)),
                    QStringLiteral("range"));
}

void Ladder::mousePressEvent(QMouseEvent* event) {
    const auto near = line_near(event->position());
    if (event->button() != Qt::LeftButton || !near) return;
    chosen_ = *near;
    dragging_ = true;
    update();
}

void Ladder::mouseMoveEvent(QMouseEvent* event) {
    if (dragging_)
        move(*chosen_, step_at(event->position().y()));
    else
        setCursor(line_near(event->position()) ? Qt::SizeVerCursor : Qt::ArrowCursor);
}

void Ladder::mouseReleaseEvent(QMouseEvent*) {
    if (dragging_) session_.end_gesture();
    dragging_ = false;
}

void Ladder::keyPressEvent(QKeyEvent* event) {
    const std::vector<Line> all = lines();
    if (all.empty()) return QWidget::keyPressEvent(event);
    const auto found = chosen_ ? std::ranges::find(all, *chosen_) : all.end();
    const auto place = static_cast<std::size_t>(found - all.begin());
    const double by = event->modifiers().testFlag(Qt::ShiftModifier) ? 0.01 : 0.1;
    switch (event->key()) {
        case Qt::Key_Up:
            if (found != all.end()) move(*found, found->step + by);
            return;
        case Qt::Key_Down:
            if (found != all.end()) move(*found, found->step - by);
            return;
        case Qt::Key_Right: chosen_ = all[found == all.end() ? 0 : (place + 1) % all.size()]; break;
        case Qt::Key_Left:
            chosen_ = all[found == all.end() ? 0 : (place + all.size() - 1) % all.size()];
            break;
        default: return QWidget::keyPressEvent(event);
    }
    update();
}

void Ladder::draw_splits(QPainter& painter) const {
    const Splits* at = splits();
    if (at == nullptr) return;
    const QRectF place = scale_rect();
    const double left = place.left() - scaled(2), right = width() - scaled(8);
    painter.setFont(figure_font());
    for (std::size_t i = 0; i < at->size(); ++i) {
        const double y = y_of((*at)[i]);
        const bool held = is_chosen({Line::Kind::split, i});
        // A dark edge keeps the line apart from the lightest cells.
        painter.fillRect(QRectF(left, y - 2, right - left, 4), greys().ladder);
        painter.fillRect(QRectF(left, y - (held ? 1.5 : 1), right - left, held ? 3 : 2),
                         greys().strong);
        painter.setPen(held ? greys().strong : greys().secondary);
        painter.drawText(
            QRectF(place.right(), y - scaled(17), right - place.right() - scaled(4), scaled(15)),
            Qt::AlignRight | Qt::AlignVCenter, figure(on_scale((*at)[i], scale())));
    }
}

/// The planned range as a dashed box beside the scale, its ends by their steps.
void Ladder::draw_range(QPainter& painter) const {
    if (bench_ != Bench::values || !session_.has_painting()) return;
    const auto& range = session_.painting().plan.range;
    if (!range) return;
    const QRectF place = scale_rect();
    const double left = place.right() + scaled(4), right = width() - scaled(8);
    const QRectF box(QPointF(left, y_of(range->lightest)), QPointF(right, y_of(range->darkest)));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(greys().text, 1, Qt::DashLine));
    painter.drawRect(box);
    painter.setFont(figure_font());
    const auto end = [&](Line::Kind kind, double step, double y) {
        const bool held = is_chosen({kind});
        if (held) painter.fillRect(QRectF(left, y_of(step) - 1, right - left, 3), greys().strong);
        painter.setPen(held ? greys().strong : greys().text);
        painter.drawText(QRectF(left, y, right - left, scaled(14)),
                         Qt::AlignLeft | Qt::AlignVCenter, figure(on_scale(step, scale())));
    };
    end(Line::Kind::lightest, range->lightest, box.top() - scaled(16));
    end(Line::Kind::darkest, range->darkest, box.bottom() + scaled(3));
}

/// Each focus by its letter at its mean step.
void Ladder::draw_foci(QPainter& painter) const {
    if (bench_ != Bench::values || !session_.has_painting()) return;
    const auto& foci = session_.painting().plan.foci;
    const auto& means = foci_.means();
    painter.setFont(secondary_font());
    for (std::size_t i = 0; i < std::min(foci.size(), means.size()); ++i) {
        if (!means[i]) continue;
        const double y = y_of(*means[i]), size = scaled(14);
        const QRectF box(scale_rect().right() + scaled(8), y - size / 2, size, size);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(greys().strong, 1));
        painter.setBrush(greys().ladder);
        painter.drawEllipse(box);
        painter.setPen(greys().strong);
        painter.drawText(box, Qt::AlignCenter, QString(QChar(u'A' + static_cast<int>(i))));
        painter.setRenderHint(QPainter::Antialiasing, false);
    }
}

const StepHistogram* Ladder::left_steps() const {
    if (bench_ == Bench::values) return values_.figures() ? &values_.figures()->steps : nullptr;
    return measuring_.audit() ? &measuring_.audit()->ground.steps : nullptr;
}

const StepHistogram* Ladder::steps_now() const {
    if (bench_ == Bench::values || !measuring_.audit()) return left_steps();
    const auto& passes = measuring_.audit()->passes;
    const std::size_t moment = std::min(session_.moment(), passes.size());
    return moment == 0 ? left_steps() : &passes[moment - 1].steps;
}

void Ladder::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().ladder);
    painter.fillRect(QRect(width() - 1, 0, 1, height()), greys().rule);
    draw_scale(painter);
    if (left_steps() != nullptr) {
        draw_distribution(painter, true);
        if (bench_ == Bench::passes) draw_distribution(painter, false);
    }
    draw_range(painter);
    draw_foci(painter);
    draw_splits(painter);
    if (pointer_) {
        const QRectF place = scale_rect();
        const double y = y_of(*pointer_), size = scaled(5);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(QPen(greys().ladder, 1));
        painter.setBrush(greys().strong);
        for (const double side : {-1.0, 1.0}) {
            const double x = side < 0 ? place.left() : place.right();
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
    if (session_.has_painting() || passes)
        painter.drawText(head, Qt::AlignRight | Qt::AlignVCenter, passes ? tr("now") : tr("plan"));

    const QRectF place = scale_rect();
    const double high = place.height() / cells();
    for (int i = 0; i < cells(); ++i) {
        const int step = i + static_cast<int>(shape_of(scale()).first);
        const int level =
            qRound(255 * encoded_grey_of(lightness_of_step(static_cast<float>(step), scale())));
        const QRectF cell(place.left(), place.bottom() - (i + 1) * high + 1, place.width(),
                          high - 2);
        painter.fillRect(cell, QColor(level, level, level));
        painter.setPen(level > 110 ? QColor(0x22, 0x22, 0x22) : QColor(0xe0, 0xe0, 0xe0));
        painter.drawText(cell, Qt::AlignCenter, QString::number(step));
    }
}

void Ladder::draw_distribution(QPainter& painter, bool left) const {
    const QRectF place = scale_rect();
    // Both sides share a measure, so that they can be compared; one bar of it is the tallest of
    // both.
    double most = 1e-9;
    const int bars = static_cast<int>(8 * kBarsPerStep) + 1;
    const auto share = [&](const StepHistogram& of, int bar) {
        const double middle = 1 + bar / kBarsPerStep, half = 0.5 / kBarsPerStep;
        return of.share_between(middle - half, middle + half);
    };
    for (int bar = 0; bar < bars; ++bar)
        most = std::max({most, share(*left_steps(), bar), share(*steps_now(), bar)});

    const double room = left ? place.left() - scaled(4) : width() - place.right() - scaled(8);
    const double thick = std::abs(y_of(5) - y_of(5 + 1 / kBarsPerStep));
    const double base = left ? place.left() - 2 : place.right() + 3;
    painter.setRenderHint(QPainter::Antialiasing, false);
    painter.setPen(left ? QPen(Qt::NoPen) : QPen(greys().text, 1));
    painter.setBrush(left ? QBrush(greys().secondary) : QBrush(Qt::NoBrush));
    for (int bar = 0; bar < bars; ++bar) {
        const double length = room * share(left ? *left_steps() : *steps_now(), bar) / most;
        if (length < 0.6) continue;
        const double y = y_of(1 + bar / kBarsPerStep) - thick / 2;
        painter.drawRect(QRectF(left ? base - length : base, y + 0.5, length, thick - 1.5));
    }
    if (!left) painter.drawLine(QPointF(base, place.top()), QPointF(base, place.bottom()));
}

void Ladder::draw_figures(QPainter& painter) const {
    const StepHistogram* sealed = left_steps();
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
        line(tr("Key, range"),
             tr("%1, %2").arg(latin(name_of(key_of(*sealed))), latin(width_of(was))), true);
        const QString about =
            bench_ == Bench::values && !values_.exact() ? QStringLiteral("≈ ") : QString();
        line(tr("Darkest, lightest"), about + figure(on_scale(was.darkest, scale())) +
                                          QStringLiteral(" · ") +
                                          figure(on_scale(was.lightest, scale())));
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
