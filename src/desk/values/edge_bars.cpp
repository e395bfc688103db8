// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/values/edge_bars.h"

#include <QPainter>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {

EdgeBars::EdgeBars(const EdgeMeter& edges, QWidget* parent) : QWidget(parent), edges_(edges) {
    setObjectName(QStringLiteral("edge_bars"));
    set_accessible_role(*this, QAccessible::Chart);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    setToolTip(
        tr("By the width of the transition, the picture's long side seen as 1600 pixels: hard "
           "up to %1, firm up to %2, soft up to %3, lost beyond")
            .arg(kHardEdge)
            .arg(kFirmEdge)
            .arg(kSoftEdge));
    connect(&edges_, &EdgeMeter::changed, this, &EdgeBars::refresh);
    refresh();
}

QSize EdgeBars::sizeHint() const {
    return {scaled(200), scaled(20) * static_cast<int>(kEdgeKinds)};
}

std::optional<EdgeLengths> EdgeBars::lengths() const {
    return part_ ? edges_.lengths_of_part(*part_) : edges_.lengths();
}

void EdgeBars::show_part(std::optional<PartId> part) {
    if (part == part_) return;
    part_ = part;
    refresh();
}

void EdgeBars::refresh() {
    const auto shown = lengths();
    QStringList words;
    for (std::size_t i = 0; shown && i < kEdgeKinds; ++i)
        words << tr("%1 %2%")
                     .arg(from_view(kEdgeNames[i]))
                     .arg(100 * shown->share(static_cast<EdgeKind>(i)), 0, 'f', 0);
    setAccessibleName(tr("Edges: %1").arg(words.join(QStringLiteral(", "))));
    update();
}

void EdgeBars::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const auto shown = lengths();
    const int row = scaled(20), left = scaled(60), right = width() - scaled(44);
    for (std::size_t i = 0; i < kEdgeKinds; ++i) {
        const int top = static_cast<int>(i) * row;
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(QRect(0, top, left, row), Qt::AlignVCenter,
                         tr(std::string(kEdgeNames[i]).c_str()));
        const QRect groove(left, top + row / 2 - scaled(3), right - left, scaled(6));
        painter.fillRect(groove, greys().bar);
        if (!shown || shown->total() <= 0) continue;
        const double share = shown->share(static_cast<EdgeKind>(i));
        painter.fillRect(QRectF(groove.x(), groove.y(), groove.width() * share, groove.height()),
                         greys().strong);
        painter.setFont(figure_font());
        painter.setPen(greys().strong);
        painter.drawText(QRect(right, top, width() - right, row), Qt::AlignRight | Qt::AlignVCenter,
                         QString::number(100 * share, 'f', 0) + QLatin1Char('%'));
    }
}

}  // namespace underpaint
