// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/brief_table.h"

#include <QPainter>
#include <algorithm>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

constexpr double kLineHigh = 21;

}  // namespace

BriefTable::BriefTable(const VersionsMeter& meter, QWidget* parent)
    : QWidget(parent), meter_(meter) {
    setObjectName(QStringLiteral("versions_by_brief"));
    set_accessible_role(*this, QAccessible::List);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    connect(&meter_, &VersionsMeter::changed, this, &BriefTable::refresh);
    refresh();
}

std::vector<BriefTable::Row> BriefTable::rows() const {
    struct Line {
        QString asked;
        QStringList met, missed;
    };
    std::vector<Line> lines;
    const auto& seen = meter_.seen();
    for (std::size_t i = 0; i < seen.size(); ++i)
        for (const BriefLine& line : seen[i].lines) {
            // Purpose and size are the same for all versions.
            if (line.verdict == Verdict::open || line.id == "size") continue;
            const QString asked = tr("%1 %2").arg(from_view(line.label), shown(line.asked));
            auto at = std::ranges::find(lines, asked, &Line::asked);
            if (at == lines.end()) at = lines.insert(lines.end(), Line{asked, {}, {}});
            if (line.verdict == Verdict::held)
                at->met << QString::number(i + 1);
            else
                at->missed << tr("%1 has %2").arg(i + 1).arg(shown(line.now));
        }
    std::vector<Row> rows;
    for (const Line& line : lines)
        rows.push_back({line.asked,
                        line.met.isEmpty()      ? tr("none")
                        : line.missed.isEmpty() ? tr("all")
                                                : line.met.join(tr(", ")),
                        line.missed.isEmpty() ? QString() : line.missed.front()});
    return rows;
}

QSize BriefTable::sizeHint() const {
    return {scaled(300), scaled(kLineHigh) * std::max(1, static_cast<int>(rows().size()))};
}

void BriefTable::refresh() {
    QStringList said;
    for (const Row& row : rows()) said << tr("%1: %2").arg(row.asked, row.met);
    setAccessibleName(tr("By the brief: %1").arg(said.join(tr("; "))));
    updateGeometry();
    update();
}

void BriefTable::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const double high = scaled(kLineHigh), asked = 0.52 * width(), met = 0.18 * width();
    double y = 0;
    const auto text = [&](double x, double wide, const QString& words, Qt::Alignment align) {
        painter.drawText(
            QRectF(x, y, wide, high), align | Qt::AlignVCenter,
            painter.fontMetrics().elidedText(words, Qt::ElideRight, static_cast<int>(wide)));
    };
    const auto all = rows();
    if (all.empty()) {
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        text(0, width(), tr("The brief asks for nothing that colour could miss."), Qt::AlignLeft);
    }
    for (const Row& row : all) {
        painter.setFont(body_font());
        painter.setPen(greys().text);
        text(0, asked - scaled(6), row.asked, Qt::AlignLeft);
        painter.setPen(greys().strong);
        text(asked, met, row.met, Qt::AlignLeft);
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        text(asked + met, width() - asked - met, row.missed, Qt::AlignRight);
        y += high;
    }
}

}  // namespace underpaint
