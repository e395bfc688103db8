// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/tools/focus_tool.h"

#include <cmath>

#include "desk/kit/look.h"
#include "desk/kit/words.h"
#include "desk/view/canvas_label.h"
#include "painting/changes.h"

namespace underpaint {
namespace {

QPointF point(const Point& p) {
    return {p.x, p.y};
}
double length(QPointF p) {
    return std::hypot(p.x(), p.y());
}

/// The first letter that no focus has.
std::string next_name(const std::vector<Focus>& foci) {
    for (const char* name : {"A", "B", "C"})
        if (std::ranges::none_of(foci, [&](const Focus& f) { return f.name == name; })) return name;
    return "A";
}

}  // namespace

std::optional<FocusTool::Hold> FocusTool::hold_at(QPointF canvas) const {
    if (!session_.document.has_painting()) return std::nullopt;
    const auto& foci = session_.document.painting().plan.foci;
    for (std::size_t i = 0; i < foci.size(); ++i) {
        const double away = length(canvas - transform_.to_canvas(point(foci[i].centre)));
        const double radius = foci[i].radius * transform_.zoom();
        if (std::abs(away - radius) < scaled(6)) return Hold{i, Grip::rim};
        if (away < radius) return Hold{i, Grip::centre};
    }
    return std::nullopt;
}

FocusTool::Grip FocusTool::grip_at(QPointF canvas) const {
    const auto hold = hold_at(canvas);
    return hold ? hold->grip : Grip::none;
}

void FocusTool::begin_placing() {
    const bool room = session_.document.has_painting() &&
                      session_.document.painting().plan.foci.size() < kMostFoci;
    placing_ = room;
    emit placing_changed();
}

void FocusTool::cancel_placing() {
    if (std::exchange(placing_, false)) emit placing_changed();
}

void FocusTool::set_editing(bool on) {
    editing_ = on;
    if (!on) cancel_placing();
}

bool FocusTool::press(QPointF canvas, double) {
    if (!editing_) return false;
    const QPointF at = transform_.to_picture(canvas);
    if (placing_) {
        placing_ = false;
        auto foci = session_.document.painting().plan.foci;
        foci.push_back({next_name(foci), {at.x(), at.y()}, kUsualFocus * long_side()});
        chosen_ = foci.size() - 1;
        grip_ = Grip::rim;
        dragging_ = true;
        session_.document.change(tr("Place a focus"), with_foci(session_.document.painting(), foci),
                                 QStringLiteral("focus"));
        emit placing_changed();
        return true;
    }
    const auto hold = hold_at(canvas);
    if (!hold) {
        chosen_.reset();
        return false;
    }
    chosen_ = hold->focus;
    grip_ = hold->grip;
    dragging_ = true;
    offset_ = at - point(session_.document.painting().plan.foci[hold->focus].centre);
    return true;
}

void FocusTool::move(QPointF canvas, double) {
    if (!dragging_ || !chosen()) return;
    const QPointF at = transform_.to_picture(canvas);
    Focus focus = session_.document.painting().plan.foci[*chosen_];
    if (grip_ == Grip::rim) {
        // A new focus that is clicked and not dragged has the usual size.
        const double radius = length(at - point(focus.centre));
        if (radius * transform_.zoom() < scaled(6)) return;
        focus.radius = radius;
        return change(tr("Resize a focus"), *chosen_, focus, QStringLiteral("focus"));
    }
    focus.centre = {at.x() - offset_.x(), at.y() - offset_.y()};
    change(tr("Move a focus"), *chosen_, focus, QStringLiteral("focus"));
}

void FocusTool::release() {
    if (dragging_) session_.document.end_gesture();
    dragging_ = false;
}

std::optional<std::size_t> FocusTool::chosen() const {
    const bool there = chosen_ && session_.document.has_painting() &&
                       *chosen_ < session_.document.painting().plan.foci.size();
    return there ? chosen_ : std::nullopt;
}

void FocusTool::nudge(double right, double down) {
    if (!chosen()) return;
    Focus focus = session_.document.painting().plan.foci[*chosen_];
    focus.centre.x += right * long_side() * (transform_.mirrored() ? -1 : 1);
    focus.centre.y += down * long_side() * (transform_.upended() ? -1 : 1);
    change(tr("Move a focus"), *chosen_, focus, QStringLiteral("nudge"));
}

void FocusTool::grow(double by) {
    if (!chosen()) return;
    Focus focus = session_.document.painting().plan.foci[*chosen_];
    focus.radius *= 1 + by;
    change(tr("Resize a focus"), *chosen_, focus, QStringLiteral("grow"));
}

void FocusTool::remove() {
    if (!chosen()) return;
    auto foci = session_.document.painting().plan.foci;
    foci.erase(foci.begin() + static_cast<std::ptrdiff_t>(*chosen_));
    chosen_.reset();
    session_.document.change(tr("Remove a focus"), with_foci(session_.document.painting(), foci));
}

void FocusTool::change(const QString& label, std::size_t index, Focus focus,
                       const QString& gesture) {
    auto foci = session_.document.painting().plan.foci;
    foci[index] = std::move(focus);
    session_.document.change(label, with_foci(session_.document.painting(), foci), gesture);
}

double FocusTool::long_side() const {
    const Size size = session_.document.painting().size();
    return std::max(size.width, size.height);
}

bool FocusTool::key(const QKeyEvent& event) {
    if (!editing_) return false;
    if (placing_ && event.key() == Qt::Key_Escape) {
        cancel_placing();
        return true;
    }
    if (!chosen()) return false;
    const double by = event.modifiers().testFlag(Qt::ShiftModifier) ? 0.001 : 0.01;
    switch (event.key()) {
        case Qt::Key_Left: nudge(-by, 0); break;
        case Qt::Key_Right: nudge(by, 0); break;
        case Qt::Key_Up: nudge(0, -by); break;
        case Qt::Key_Down: nudge(0, by); break;
        case Qt::Key_Plus: grow(5 * by); break;
        case Qt::Key_Minus: grow(-5 * by); break;
        case Qt::Key_Delete: remove(); break;
        case Qt::Key_Escape: let_go(); break;
        default: return false;
    }
    return true;
}

Qt::CursorShape FocusTool::cursor_at(QPointF canvas) const {
    if (placing_) return Qt::CrossCursor;
    switch (editing_ ? grip_at(canvas) : Grip::none) {
        case Grip::rim: return Qt::SizeAllCursor;
        case Grip::centre: return Qt::OpenHandCursor;
        case Grip::none: break;
    }
    return Qt::ArrowCursor;
}

// --- what is seen of them

void FocusTool::draw(QPainter& painter, const PointerAt& pointer) const {
    draw_rivals(painter, pointer.size);
    const auto& foci = session_.document.painting().plan.foci;
    const auto chosen = editing_ ? this->chosen() : std::nullopt;
    for (std::size_t i = 0; i < foci.size(); ++i) {
        const Focus& focus = foci[i];
        const double radius = focus.radius * transform_.zoom();
        draw_ring(painter, focus.centre, radius, 3.5, QPen(Qt::white, chosen == i ? 2.2 : 1.3));
        if (editing_)
            draw_label(painter, pointer.size, beside(focus.centre, radius),
                       shown(focus.name) + figures_of(i));
    }
}

void FocusTool::draw_rivals(QPainter& painter, QSize canvas) const {
    const auto& foci = session_.document.painting().plan.foci;
    const auto& contrasts = meter_.contrasts();
    if (!editing_ || foci.empty() || contrasts.empty() || !contrasts[0]) return;
    std::size_t count = 0;
    for (const Rival& rival : meter_.rivals()) {
        if (++count > 1 && !all_rivals_) break;
        const double radius = foci.front().radius * transform_.zoom();
        draw_ring(painter, rival.centre, radius, 3, QPen(Qt::white, 1.3, Qt::DashLine));
        const double share = *contrasts[0] > 0 ? rival.contrast / *contrasts[0] : 0;
        draw_label(painter, canvas, beside(rival.centre, radius),
                   tr("rival %1").arg(share, 0, 'f', 2));
    }
}

/// White, and dark on both sides of it, so that it shows on anything.
void FocusTool::draw_ring(QPainter& painter, const Point& centre, double radius, double shade,
                          const QPen& pen) const {
    const QPointF at = transform_.to_canvas(point(centre));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(0, 0, 0, 170), shade));
    painter.drawEllipse(at, radius, radius);
    painter.setPen(pen);
    painter.drawEllipse(at, radius, radius);
}

/// Where the label of a ring stands: above it to the right.
QPointF FocusTool::beside(const Point& centre, double radius) const {
    return transform_.to_canvas(point(centre)) + QPointF(radius * 0.72, -radius * 0.72 - scaled(9));
}

QString FocusTool::figures_of(std::size_t focus) const {
    const auto& contrasts = meter_.contrasts();
    // Figures of the small copy, marked as such, while the focus is moved.
    const QString about = meter_.exact() ? QString() : QStringLiteral("≈");
    if (focus == 0 && meter_.lead())
        return tr(" · lead %1%2×").arg(about).arg(*meter_.lead(), 0, 'f', 2);
    if (focus >= contrasts.size() || !contrasts[focus]) return {};
    return tr(" · %1%2 steps")
        .arg(about)
        .arg(width_on_scale(*contrasts[focus], session_.choices.scale()), 0, 'f', 1);
}

}  // namespace underpaint
