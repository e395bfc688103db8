// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/palette/hue_disc.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <cmath>
#include <numbers>

#include "colour/colour_at.h"
#include "colour/intensity.h"
#include "colour/oklab.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "colour/warmth.h"
#include "desk/kit/accessible.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "palette/mother.h"

namespace underpaint {
namespace {

constexpr double kMostChroma = 0.33;  // OKLCh; more than any colour of sRGB has
/// Muted colours, which most pictures are made of, are given more room than strong ones.
constexpr double kSpread = 0.75;
constexpr double kDegree = std::numbers::pi / 180;
const QString kDrag = QStringLiteral("palette/drag");

OkLch place_of_colour(Rgb colour) {
    return oklch(oklab(decode(colour)));
}

/// OKLab lightness of a neutral.
float lightness_of_neutral(double step) {
    return oklab(decode(grey(encoded_grey_of(lightness_of_step(static_cast<float>(step)))))).l;
}

}  // namespace

HueDisc::HueDisc(Session& session, PaletteEdits& edits, PaletteMeter& meter, QWidget* parent)
    : QWidget(parent), session_(session), edits_(edits), meter_(meter) {
    setObjectName(QStringLiteral("hue_disc"));
    set_accessible_role(*this, QAccessible::Graphic);
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setMouseTracking(true);
    connect(&edits_, &PaletteEdits::changed, this, &HueDisc::refresh);
    connect(&edits_, &PaletteEdits::ghosts_changed, this, &HueDisc::refresh);
    connect(&meter_, &PaletteMeter::picture_changed, this, qOverload<>(&QWidget::update));
    connect(&meter_, &PaletteMeter::figures_changed, this, qOverload<>(&QWidget::update));
    connect(&meter_, &PaletteMeter::reach_changed, this, qOverload<>(&QWidget::update));
    refresh();
}

QSize HueDisc::minimumSizeHint() const {
    return {scaled(260), scaled(200)};
}

void HueDisc::set_limit_step(std::optional<double> step) {
    limit_step_ = step;
    update();
}

void HueDisc::refresh() {
    const PaletteColour* chosen = edits_.chosen();
    setAccessibleName(
        chosen == nullptr
            ? tr("Hue and chroma: the palette has no colour yet")
            : tr("Hue and chroma: %1. Arrows move it, with Shift its step; Page Up and Page Down "
                 "choose another")
                  .arg(shown(chosen->name)));
    update();
}

QPointF HueDisc::middle() const {
    return {width() * 0.5, height() * 0.5};
}

double HueDisc::radius() const {
    return std::max(40.0, std::min(width(), height()) * 0.5 - scaled(18));
}

QPointF HueDisc::place_of(float hue, float chroma) const {
    const double away =
        radius() * std::pow(std::min(static_cast<double>(chroma) / kMostChroma, 1.0), kSpread);
    const double angle = static_cast<double>(hue) * kDegree;
    return middle() + QPointF(away * std::cos(angle), -away * std::sin(angle));
}

HueDisc::Spot HueDisc::spot_at(QPointF place) const {
    const QPointF away = place - middle();
    const double angle = std::atan2(-away.y(), away.x()) / kDegree;
    const double share = std::min(std::hypot(away.x(), away.y()) / radius(), 1.0);
    return {static_cast<float>(angle < 0 ? angle + 360 : angle),
            static_cast<float>(kMostChroma * std::pow(share, 1 / kSpread))};
}

double HueDisc::disc_radius(std::size_t place) const {
    const PaletteFigures* figures = meter_.figures();
    const double area =
        figures != nullptr && place < figures->colours.size() ? figures->colours[place].area : 0;
    return scaled(7) + scaled(22) * std::sqrt(area);
}

std::optional<std::size_t> HueDisc::disc_at(QPointF place) const {
    const auto& colours = edits_.palette().colours;
    std::optional<std::size_t> nearest;
    double least = 0;
    for (std::size_t i = 0; i < colours.size(); ++i) {
        const OkLch at = place_of_colour(colours[i].colour);
        const QPointF away = place - place_of(at.h, at.c);
        const double beyond = std::hypot(away.x(), away.y()) - disc_radius(i);
        if (beyond <= least) least = beyond, nearest = i;
    }
    return nearest;
}

void HueDisc::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    draw_ground(painter);
    draw_dots(painter);
    draw_ghosts(painter);
    draw_colours(painter);
}

/// The rim, the axis between warm and cool, and the limit of sRGB.
void HueDisc::draw_ground(QPainter& painter) const {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(greys().rule, 1));
    painter.drawEllipse(middle(), radius(), radius());
    const double reach = radius() + scaled(4);
    const auto pole = [&](float hue) {
        return middle() + QPointF(reach * std::cos(static_cast<double>(hue) * kDegree),
                                  -reach * std::sin(static_cast<double>(hue) * kDegree));
    };
    QPen dotted(greys().secondary, 1, Qt::DotLine);
    painter.setPen(dotted);
    painter.drawLine(middle(), pole(kWarmPole));
    painter.drawLine(middle(), pole(kCoolPole));
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const int high = painter.fontMetrics().height();
    const QPointF warm = pole(kWarmPole), cool = pole(kCoolPole);
    painter.drawText(QPointF(warm.x() + scaled(5), warm.y() + high * 0.3), tr("warm"));
    painter.drawText(
        QPointF(cool.x() - scaled(7) - painter.fontMetrics().horizontalAdvance(tr("cool")),
                cool.y() + high * 0.3),
        tr("cool"));

    double step = limit_step_.value_or(5);
    if (!limit_step_ && edits_.chosen() != nullptr)
        step =
            static_cast<double>(step_of(read(session_.choices.reader(), edits_.chosen()->colour)));
    const float l = lightness_of_neutral(step);
    QPolygonF limit;
    for (int hue = 0; hue <= 360; hue += 2)
        limit << place_of(static_cast<float>(hue), gamut_chroma(l, static_cast<float>(hue % 360)));
    painter.setPen(QPen(greys().secondary, 1));
    painter.drawPolygon(limit);
    const auto hull =
        meter_.reach() != nullptr ? meter_.reach()->hull_at(step) : std::vector<OkLab>();
    QPolygonF mixed;
    constexpr int pieces = 8;  // pieces of a line between two mixtures, which the disc bends
    for (std::size_t i = 0; i < hull.size(); ++i)
        for (int piece = 0; piece < pieces; ++piece) {
            const OkLab &from = hull[i], &to = hull[(i + 1) % hull.size()];
            const float t = static_cast<float>(piece) / pieces;
            const OkLch polar =
                oklch(OkLab{0.5F, std::lerp(from.a, to.a, t), std::lerp(from.b, to.b, t)});
            mixed << place_of(polar.h, polar.c);
        }
    painter.setPen(QPen(greys().strong, 1, Qt::DashLine));
    painter.drawPolygon(mixed);
}

void HueDisc::draw_dots(QPainter& painter) const {
    painter.setPen(Qt::NoPen);
    QColor grey = greys().secondary;
    grey.setAlpha(150);
    painter.setBrush(grey);
    for (const ColourDot& dot : meter_.dots())
        painter.drawEllipse(place_of(dot.hue, dot.chroma), 1.1, 1.1);
}

/// Large ones first, so that none lies hidden under another; a tick shows where the mother's share
/// takes each.
void HueDisc::draw_colours(QPainter& painter) const {
    const Palette& palette = edits_.palette();
    std::vector<std::size_t> order;
    for (std::size_t i = 0; i < palette.colours.size(); ++i) order.push_back(i);
    std::ranges::stable_sort(order, std::greater(), [&](std::size_t i) { return disc_radius(i); });
    const auto chosen = edits_.chosen_place();
    for (const std::size_t i : order) {
        const PaletteColour& colour = palette.colours[i];
        const OkLch at = place_of_colour(colour.colour);
        const QPointF place = place_of(at.h, at.c);
        const double size = disc_radius(i);
        if (chosen == i) {
            painter.setBrush(Qt::NoBrush);
            painter.setPen(QPen(greys().strong, hasFocus() ? 2 : 1.2));
            painter.drawEllipse(place, size + scaled(4), size + scaled(4));
        }
        painter.setPen(QPen(greys().bar, 1));
        painter.setBrush(qcolor(colour.colour));
        painter.drawEllipse(place, size, size);
    }
    if (!palette.mother || palette.mother->share <= 0) return;
    for (const PaletteColour& colour : palette.colours) {
        const OkLch from = place_of_colour(colour.colour),
                    to = place_of_colour(effective(palette, colour));
        const QPointF a = place_of(from.h, from.c), b = place_of(to.h, to.c);
        painter.setPen(QPen(greys().bar, 3));
        painter.drawLine(a, b);
        painter.setPen(QPen(greys().strong, 1.4));
        painter.drawLine(a, b);
    }
}

void HueDisc::draw_ghosts(QPainter& painter) const {
    if (edits_.ghosts().empty()) return;
    painter.setFont(secondary_font());
    const PaletteColour* from = edits_.chosen();
    for (const GhostColour& ghost : edits_.ghosts()) {
        const OkLch at = place_of_colour(ghost.colour);
        const QPointF place = place_of(at.h, at.c);
        if (from != nullptr) {
            const OkLch start = place_of_colour(from->colour);
            painter.setPen(QPen(greys().strong, 1));
            painter.drawLine(place_of(start.h, start.c), place);
        }
        const double half = scaled(6);
        painter.setPen(QPen(greys().strong, 1.4));
        painter.setBrush(qcolor(ghost.colour));
        painter.drawRect(QRectF(place - QPointF(half, half), QSizeF(2 * half, 2 * half)));
        const QString name =
            painter.fontMetrics().elidedText(ghost.name, Qt::ElideRight, scaled(190));
        const double wide = painter.fontMetrics().horizontalAdvance(name);
        const bool left = place.x() + scaled(14) + wide > width();
        QRectF box(left ? place.x() - scaled(14) - wide : place.x() + scaled(12),
                   place.y() - painter.fontMetrics().height() * 0.5, wide + scaled(4),
                   painter.fontMetrics().height());
        painter.fillRect(box, greys().ground);
        painter.setPen(greys().text);
        painter.drawText(box, Qt::AlignCenter, name);
    }
}

void HueDisc::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    const auto place = disc_at(event->position());
    if (!place) return;
    edits_.choose_place(*place);
    dragging_ = true;
    moved_ = false;
    pressed_ = event->position();
    pressed_light_ = read(session_.choices.reader(), edits_.chosen()->colour);
}

void HueDisc::mouseMoveEvent(QMouseEvent* event) {
    if (!dragging_) {
        const auto over = disc_at(event->position());
        setCursor(over ? Qt::OpenHandCursor : Qt::ArrowCursor);
        setToolTip(over ? shown(edits_.palette().colours[*over].name) : QString());
        return;
    }
    const PaletteColour* chosen = edits_.chosen();
    if (chosen == nullptr) return;
    // A click with a slightly shaking hand moves nothing.
    if (!moved_ && (event->position() - pressed_).manhattanLength() < scaled(3)) return;
    moved_ = true;
    if ((event->modifiers() & Qt::ShiftModifier) != 0) {
        const OkLch at = place_of_colour(chosen->colour);
        const double by = (pressed_.y() - event->position().y()) / (2 * radius()) * 100;
        move_chosen(at.h, at.c, std::clamp(pressed_light_ + static_cast<float>(by), 0.0F, 100.0F),
                    kDrag);
        return;
    }
    const Spot spot = spot_at(event->position());
    move_chosen(spot.hue, spot.chroma, pressed_light_, kDrag);
}

void HueDisc::mouseReleaseEvent(QMouseEvent*) {
    if (std::exchange(dragging_, false) && moved_) edits_.end_gesture();
}

void HueDisc::move_chosen(float hue, float chroma, float light, const QString& gesture) {
    if (const PaletteColour* chosen = edits_.chosen())
        edits_.recolour(chosen->id, colour_of_chroma(hue, light, chroma, session_.choices.reader()),
                        gesture);
}

void HueDisc::keyPressEvent(QKeyEvent* event) {
    const PaletteColour* chosen = edits_.chosen();
    const auto place = edits_.chosen_place();
    if (chosen == nullptr) return QWidget::keyPressEvent(event);
    const OkLch at = place_of_colour(chosen->colour);
    const float light = read(session_.choices.reader(), chosen->colour);
    const bool shift = (event->modifiers() & Qt::ShiftModifier) != 0;
    constexpr float turn = 2, chroma = 0.008F, tenth = 1.25F;
    const QString keys = QStringLiteral("palette/keys");
    switch (event->key()) {
        case Qt::Key_Left: return move_chosen(at.h + turn, at.c, light, keys);
        case Qt::Key_Right: return move_chosen(at.h - turn, at.c, light, keys);
        case Qt::Key_Up:
            return shift ? move_chosen(at.h, at.c, std::min(100.0F, light + tenth), keys)
                         : move_chosen(at.h, at.c + chroma, light, keys);
        case Qt::Key_Down:
            return shift ? move_chosen(at.h, at.c, std::max(0.0F, light - tenth), keys)
                         : move_chosen(at.h, std::max(0.0F, at.c - chroma), light, keys);
        case Qt::Key_PageUp:
            if (*place > 0) edits_.choose_place(*place - 1);
            return;
        case Qt::Key_PageDown: return edits_.choose_place(*place + 1);
        default: break;
    }
    QWidget::keyPressEvent(event);
}

void HueDisc::focusInEvent(QFocusEvent* event) {
    QWidget::focusInEvent(event);
    update();
}

void HueDisc::focusOutEvent(QFocusEvent* event) {
    edits_.end_gesture();
    QWidget::focusOutEvent(event);
    update();
}

}  // namespace underpaint
