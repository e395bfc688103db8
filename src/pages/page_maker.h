// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>
#include <QFont>
#include <QRectF>
#include <QString>

#include "pages/page_layout.h"

namespace underpaint {

class WrappedText;

/// Greys of a page.
struct PageGreys {
    QColor ground, text, soft, rule;
};
const PageGreys& greys_of(const PageSetup& setup);

/// Type of a page, in points.
QFont page_font(double points, bool bold = false);

/// Puts the blocks of a report on the pages of a layout, one after the other.
class PageMaker {
public:
    explicit PageMaker(PageLayout& layout);
    void make();

private:
    using Draw = std::function<void(QPainter&, double top)>;
    /// \param with_next it stands on the page of the piece that follows
    void add(double height, double gap, const QString& text, Draw draw, bool with_next = false);
    void add_text(const QString& text, const QFont& font, const QColor& colour, double gap,
                  bool with_next = false);
    void add_block(const Paragraph& paragraph);
    void add_block(const MarkedLines& lines);
    void add_block(const ReportTable& table);
    void add_block(const PictureRow& row);
    void add_block(const ColourBar& bar);
    void add_block(const LineChart& chart);
    std::vector<WrappedText> on_pages(const WrappedText& text, double gap) const;
    double width() const { return inside_.width(); }

    PageLayout& layout_;
    PageGreys greys_;
    QRectF inside_;                        // the margins
    double at_ = 0;                        // where the next piece begins
    std::vector<PageLayout::Piece> held_;  // with the next; their tops are from the first's
    double held_height_ = 0;
};

/// Draws a verdict's mark as tall as a letter, its middle at `at`.
void draw_page_mark(QPainter& painter, QPointF at, double size, Verdict verdict,
                    const QColor& colour);
/// Draws a picture into a place: with all its pixels on paper, and with those that the device can
/// show on a screen.
void draw_page_picture(QPainter& painter, const QRectF& place, const Picture& pixels);
/// Draws a chart into a place.
void draw_page_chart(QPainter& painter, const QRectF& place, const LineChart& chart,
                     const PageGreys& greys);

}  // namespace underpaint
