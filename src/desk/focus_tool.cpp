// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/focus_tool.h"

#include <QCoreApplication>
#include <cmath>

#include "desk/look.h"
#include "painting/changes.h"

namespace underpaint {
namespace {

QString tr(const char* text) {
    return QCoreApplication::translate("FocusTool", text);
}

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
    if (!session_.has_painting()) return std::nullopt;
    const auto& foci = session_.painting().plan.foci;
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
    placing_ = session_.has_painting() && session_.painting().plan.foci.size() < kMostFoci;
}

bool FocusTool::press(QPointF canvas) {
    const QPointF at = transform_.to_picture(canvas);
    if (placing_) {
        placing_ = false;
        auto foci = session_.painting().plan.foci;
        foci.push_back({next_name(foci), {at.x(), at.y()}, kUsualFocus * long_side()});
        chosen_ = foci.size() - 1;
        grip_ = Grip::rim;
        dragging_ = true;
        session_.change(tr("Place a focus"), with_foci(session_.painting(), foci),
                        QStringLiteral("focus"));
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
    offset_ = at - point(session_.painting().plan.foci[hold->focus].centre);
    return true;
}

void FocusTool::move(QPointF canvas) {
    if (!dragging_ || !chosen()) return;
    const QPointF at = transform_.to_picture(canvas);
    Focus focus = session_.painting().plan.foci[*chosen_];
    if (grip_ == Grip::rim) {
        // A new focus that is not dragged keeps its usual size.
        const double radius = length(at - point(focus.centre));
        if (radius * transform_.zoom() < scaled(6)) return;
        focus.radius = radius;
        return change(tr("Resize a focus"), *chosen_, focus, QStringLiteral("focus"));
    }
    focus.centre = {at.x() - offset_.x(), at.y() - offset_.y()};
    change(tr("Move a focus"), *chosen_, focus, QStringLiteral("focus"));
}

void FocusTool::release() {
    if (dragging_) session_.end_gesture();
    dragging_ = false;
}

std::optional<std::size_t> FocusTool::chosen() const {
    const bool there =
        chosen_ && session_.has_painting() && *chosen_ < session_.painting().plan.foci.size();
    return there ? chosen_ : std::nullopt;
}

void FocusTool::nudge(double right, double down) {
    if (!chosen()) return;
    Focus focus = session_.painting().plan.foci[*chosen_];
    focus.centre.x += right * long_side() * (transform_.mirrored() ? -1 : 1);
    focus.centre.y += down * long_side() * (transform_.upended() ? -1 : 1);
    change(tr("Move a focus"), *chosen_, focus, QStringLiteral("nudge"));
}

void FocusTool::grow(double by) {
    if (!chosen()) return;
    Focus focus = session_.painting().plan.foci[*chosen_];
    focus.radius *= 1 + by;
    change(tr("Resize a focus"), *chosen_, focus, QStringLiteral("grow"));
}

void FocusTool::remove() {
    if (!chosen()) return;
    auto foci = session_.painting().plan.foci;
    foci.erase(foci.begin() + static_cast<std::ptrdiff_t>(*chosen_));
    chosen_.reset();
    session_.change(tr("Remove a focus"), with_foci(session_.painting(), foci));
}

void FocusTool::change(const QString& label, std::size_t index, Focus focus,
                       const QString& gesture) {
    auto foci = session_.painting().plan.foci;
    foci[index] = std::move(focus);
    session_.change(label, with_foci(session_.painting(), foci), gesture);
}

double FocusTool::long_side() const {
    const Size size = session_.painting().size();
    return std::max(size.width, size.height);
}

}  // namespace underpaint
