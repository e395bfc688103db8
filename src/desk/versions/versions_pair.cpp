// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/versions_pair.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>

#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/view/canvas_label.h"

namespace underpaint {
namespace {

constexpr double kSeamByKey = 0.05;

}  // namespace

VersionsPair::VersionsPair(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                           VersionSight& sight, QWidget* parent)
    : VersionPane(session, edits, meter, sight, parent) {
    setObjectName(QStringLiteral("versions_pair"));
    setMouseTracking(true);
    transform_.set_margin(scaled(8));
    connect(&edits_, &VersionEdits::changed, this, &VersionsPair::describe);
    describe();
}

void VersionsPair::describe() {
    const bool two = session_.document.has_painting() && left() != right();
    setAccessibleName(two ? tr("%1 at the left of the seam, %2 at the right")
                                .arg(edits_.name_of(left()), edits_.name_of(right()))
                          : tr("Two versions beside a seam"));
}

/// Each version with each that stands after it.
std::vector<std::pair<VersionId, VersionId>> VersionsPair::pairs() const {
    std::vector<std::pair<VersionId, VersionId>> all;
    const auto& versions = edits_.painting().versions;
    for (std::size_t i = 0; i < versions.size(); ++i)
        for (std::size_t k = i + 1; k < versions.size(); ++k)
            all.emplace_back(versions[i].id, versions[k].id);
    return all;
}

void VersionsPair::begin() {
    setFocus();
    if (!session_.document.has_painting() || left() != right()) return;
    for (const Version& version : edits_.painting().versions)
        if (version.id != left()) return edits_.compare(left(), version.id);
}

void VersionsPair::go_by(int pairs_on) {
    const auto all = pairs();
    if (all.empty()) return;
    const auto same = [&](const auto& pair) {
        return std::minmax(pair.first, pair.second) == std::minmax(left(), right());
    };
    const auto now = std::ranges::find_if(all, same);
    const int count = static_cast<int>(all.size());
    const int at = now == all.end() ? 0 : static_cast<int>(now - all.begin()) + pairs_on;
    const auto& [one, other] = all[static_cast<std::size_t>((at % count + count) % count)];
    edits_.compare(one, other);
}

double VersionsPair::seam_x() const {
    const QRectF whole = transform_.picture_on_canvas();
    return std::clamp(whole.left() + seam_ * whole.width(), 0.0, static_cast<double>(width()));
}

bool VersionsPair::press(QPointF at) {
    return std::abs(at.x() - seam_x()) < scaled(8);
}

void VersionsPair::drag(QPointF at) {
    const QRectF whole = transform_.picture_on_canvas();
    if (!session_.document.has_painting() || whole.isEmpty()) return;
    seam_ = std::clamp((at.x() - whole.left()) / whole.width(), 0.0, 1.0);
    update();
}

void VersionsPair::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() == Qt::NoButton && session_.document.has_painting())
        setCursor(press(event->position()) ? Qt::SplitHCursor : Qt::ArrowCursor);
    VersionPane::mouseMoveEvent(event);
}

void VersionsPair::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    if (!session_.document.has_painting()) return;
    settle();
    const QRectF all(rect());
    if (left() == right()) {
        painter.setFont(body_font());
        painter.setPen(greys().secondary);
        painter.drawText(all, Qt::AlignCenter | Qt::TextWordWrap,
                         tr("One version so far. Branch it, or let another be made at the right."));
        return;
    }
    const double seam = seam_x();
    draw_version(painter, left(), all);
    painter.save();
    painter.setClipRect(all.adjusted(seam, 0, 0, 0));
    const QRectF whole = transform_.picture_on_canvas();
    draw_version(painter, right(), all);
    painter.restore();
    const QRectF line(seam - 1, std::max(0.0, whole.top()), 2,
                      std::min<double>(height(), whole.height()));
    painter.fillRect(line.adjusted(-1, 0, 1, 0), QColor(0, 0, 0, 120));
    painter.fillRect(line, Qt::white);
    const double inset = scaled(10), top = std::max(0.0, whole.top()) + inset;
    const auto label = [&](VersionId id) {
        return QStringLiteral("%1  %2").arg(edits_.number_of(id)).arg(edits_.name_of(id));
    };
    const double from = std::max(0.0, whole.left());
    const double to = std::min<double>(width(), whole.right());
    draw_label(painter, size(), {from + inset, top}, label(left()));
    const double length = label_width(painter, label(right()));
    draw_label(painter, size(), {to - inset - length, top}, label(right()));
    if (hasFocus()) {
        painter.setPen(QPen(greys().secondary, 1, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(rect().adjusted(0, 0, -1, -1));
    }
}

void VersionsPair::keyPressEvent(QKeyEvent* event) {
    if (!session_.document.has_painting()) return VersionPane::keyPressEvent(event);
    const bool shift = event->modifiers() & Qt::ShiftModifier;
    const auto move_seam = [&](double by) {
        seam_ = std::clamp(seam_ + by, 0.0, 1.0);
        update();
    };
    switch (event->key()) {
        case Qt::Key_Left: return shift ? move_seam(-kSeamByKey) : go_by(-1);
        case Qt::Key_Right: return shift ? move_seam(kSeamByKey) : go_by(1);
        case Qt::Key_Return:
        case Qt::Key_Enter: return edits_.choose(right());
        case Qt::Key_Escape: return emit ended();
        default: VersionPane::keyPressEvent(event);
    }
}

}  // namespace underpaint
