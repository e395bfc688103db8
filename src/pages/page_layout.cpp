// SPDX-License-Identifier: GPL-3.0-or-later
#include "pages/page_layout.h"

#include <QPainter>

#include "pages/page_maker.h"

namespace underpaint {
namespace {

constexpr double kFoot = 30;  // from the bottom edge to the line of the page's number, points

QString shown_text(const std::string& text) {
    return QString::fromStdString(text);
}

}  // namespace

QSizeF size_of(const PageSetup& setup) {
    const PaperText& paper = text_of(setup.paper);
    const QSizeF upright(paper.width, paper.height);
    return setup.lying ? upright.transposed() : upright;
}

PageLayout::PageLayout(Report report, const PageSetup& setup)
    : report_(std::move(report)), setup_(setup) {
    PageMaker(*this).make();
}

QString PageLayout::text(int page) const {
    QStringList lines;
    for (const Piece& piece : pages_[static_cast<std::size_t>(page)])
        if (!piece.text.isEmpty()) lines << piece.text;
    return lines.join(QLatin1Char('\n'));
}

void PageLayout::draw(QPainter& painter, int page) const {
    const PageGreys& greys = greys_of(setup_);
    const QSizeF size = size_of(setup_);
    painter.fillRect(QRectF(QPointF(), size), greys.ground);
    for (const Piece& piece : pages_[static_cast<std::size_t>(page)])
        piece.draw(painter, piece.top);
    painter.setFont(page_font(8));
    painter.setPen(greys.soft);
    const QRectF foot(0, size.height() - kFoot, size.width(), 12);
    painter.drawText(foot, Qt::AlignCenter, QStringLiteral("%1/%2").arg(page + 1).arg(count()));
    if (page == count() - 1)
        painter.drawText(foot.adjusted(40, 0, -40, 0), Qt::AlignRight | Qt::AlignVCenter,
                         QStringLiteral("Faithful Underpaint, %1").arg(shown_text(report_.date)));
}

}  // namespace underpaint
