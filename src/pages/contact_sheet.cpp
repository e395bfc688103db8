// SPDX-License-Identifier: GPL-3.0-or-later
#include "pages/contact_sheet.h"

#include <QPainter>
#include <algorithm>

#include "pages/page_maker.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

// Points.
constexpr double kSheetMargin = 28, kSheetTitle = 15, kSheetCaption = 8.5, kSheetGap = 12,
                 kSheetCaptionHigh = 15;

/// How many columns let pictures of one shape be largest.
int best_columns(QSizeF room, double aspect, int count) {
    int best = 1;
    double widest = 0;
    for (int columns = 1; columns <= count; ++columns) {
        const int rows = (count + columns - 1) / columns;
        const double across = (room.width() - kSheetGap * (columns - 1)) / columns;
        const double high = (room.height() - kSheetGap * (rows - 1)) / rows - kSheetCaptionHigh;
        const double width = std::min(across, high * aspect);
        if (width > widest) widest = width, best = columns;
    }
    return best;
}

}  // namespace

std::vector<const ReportPicture*> pictures_of(const Section& section) {
    std::vector<const ReportPicture*> pictures;
    for (const Block& block : section.blocks)
        if (const auto* row = std::get_if<PictureRow>(&block))
            for (const ReportPicture& each : row->pictures) pictures.push_back(&each);
    return pictures;
}

void draw_contact_sheet(QPainter& painter, const QRectF& sheet, const QString& title,
                        const std::vector<const ReportPicture*>& pictures, bool dark) {
    const PageGreys& greys = greys_of({.dark = dark});
    painter.fillRect(sheet, greys.ground);
    const QRectF inside = sheet.adjusted(kSheetMargin, kSheetMargin, -kSheetMargin, -kSheetMargin);
    painter.setFont(page_font(kSheetTitle, true));
    painter.setPen(greys.text);
    painter.drawText(
        inside, Qt::AlignLeft | Qt::AlignTop,
        painter.fontMetrics().elidedText(title, Qt::ElideRight, static_cast<int>(inside.width())));
    if (pictures.empty()) return;
    const QRectF room = inside.adjusted(0, kSheetTitle + 14, 0, 0);
    const auto count = static_cast<int>(pictures.size());
    const Size of = pictures.front()->pixels.size();
    const double aspect = static_cast<double>(of.width) / of.height;
    const int columns = best_columns(room.size(), aspect, count);
    const int rows = (count + columns - 1) / columns;
    const QSizeF cell((room.width() - kSheetGap * (columns - 1)) / columns,
                      (room.height() - kSheetGap * (rows - 1)) / rows);
    for (int i = 0; i < count; ++i) {
        const ReportPicture& picture = *pictures[static_cast<std::size_t>(i)];
        const QPointF at = room.topLeft() + QPointF(i % columns * (cell.width() + kSheetGap),
                                                    i / columns * (cell.height() + kSheetGap));
        const Size pixels = picture.pixels.size();
        const QSizeF size =
            QSizeF(pixels.width, pixels.height)
                .scaled(QSizeF(cell.width(), std::max(1.0, cell.height() - kSheetCaptionHigh)),
                        Qt::KeepAspectRatio);
        draw_page_picture(painter, {at, size}, picture.pixels);
        painter.setFont(page_font(kSheetCaption));
        painter.setPen(greys.soft);
        painter.drawText(
            QRectF(at + QPointF(0, size.height() + 2), QSizeF(cell.width(), 13)),
            Qt::AlignLeft | Qt::AlignVCenter,
            painter.fontMetrics().elidedText(QString::fromStdString(shown_name(picture.caption)),
                                             Qt::ElideRight, static_cast<int>(cell.width())));
    }
}

}  // namespace underpaint
