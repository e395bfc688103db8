// SPDX-License-Identifier: GPL-3.0-or-later
#include <QImage>
#include <QPainter>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "audit/opposites.h"
#include "audit/viewing.h"
#include "desk/view/lens.h"

namespace underpaint {
namespace {

/// The image so small that its pixels are not finer than those of the viewing scale.
RgbBlock pixels_of(const QImage& image, double shrink) {
    cv::Mat pixels(image.height(), image.width(), CV_8UC4,
                   const_cast<uchar*>(image.constBits()),  // never written to
                   static_cast<std::size_t>(image.bytesPerLine()));
    cv::Mat small = pixels;
    if (shrink > 1) cv::resize(pixels, small, {}, 1 / shrink, 1 / shrink, cv::INTER_AREA);
    RgbBlock block(Rect{0, 0, small.cols, small.rows});
    for (int y = 0; y < small.rows; ++y)
        for (int x = 0; x < small.cols; ++x) {
            const auto& p = small.at<cv::Vec4b>(y, x);  // blue, green, red
            block.row(y).set(static_cast<std::size_t>(x),
                             {p[2] / 255.0F, p[1] / 255.0F, p[0] / 255.0F});
        }
    return block;
}

/// The picture sinks to a dark grey; where opposites meet their own colours stand out.
void show_meetings(QImage& image, const Sight&, double long_side) {
    if (image.isNull()) return;
    const double shrink = std::max(1.0, long_side / kViewingSide);
    const RgbBlock small = pixels_of(image, shrink);
    FloatBlock steps;
    ColourBlocks colours;
    read_colours(small, Reader::lightness, steps, colours);
    const auto meetings = meetings_of_opposites(colours, kViewingSide * shrink / long_side);
    // What lies near the meeting is shown as it is; the rest is dimmed.
    QImage near(image.size(), QImage::Format_Grayscale8);
    near.fill(0);
    QPainter painter(&near);
    painter.setPen(Qt::NoPen);
    painter.setBrush(Qt::white);
    const double radius = std::max(2.5, 3 * long_side / kViewingSide);
    for (const MeetingPixel& at : meetings)
        painter.drawEllipse(QPointF((at.x + 0.5) * shrink, (at.y + 0.5) * shrink), radius, radius);
    painter.end();
    for (int y = 0; y < image.height(); ++y) {
        auto* row = reinterpret_cast<QRgb*>(image.scanLine(y));
        const uchar* marked = near.constScanLine(y);
        for (int x = 0; x < image.width(); ++x) {
            const int grey = qGray(row[x]) * 5 / 8;
            if (marked[x] == 0) row[x] = qRgb(grey, grey, grey);
        }
    }
}

}  // namespace

const LensRecord kOppositesLens{
    .lens = Lens::opposites,
    .id = "opposites",
    .label = "Opposites",
    .about = "Where strong opposite colours meet without a bridge of greys between them",
    .on_colour = true,
    .note = "In colour where strong opposites meet without greys between them",
    .whole = show_meetings,
};

}  // namespace underpaint
