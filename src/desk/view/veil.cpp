// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/view/veil.h"

#include <QPainter>
#include <algorithm>
#include <opencv2/imgproc.hpp>

#include "colour/reader.h"
#include "colour/value_scale.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr int kSide = 1600;         // long side at which the veil is drawn
constexpr double kCovering = 0.86;  // share of the veil over the rest of the picture
constexpr double kApart = 2.5;      // least difference between the veil and what is shown, in steps
constexpr std::uint8_t kHalf = 128;

/// The mean step of a picture where a mask covers it.
double mean_step(const Pyramid& mask, const Pyramid& picture) {
    constexpr int side = 300;
    const auto small = mask.level(level_for(mask.size(), side));
    const auto seen = picture.level(level_for(picture.size(), side));
    const Size size = small->size(), from = seen->size();
    std::vector<float> cover(static_cast<std::size_t>(size.width));
    double sum = 0, weight = 0;
    for (int y = 0; y < size.height; ++y) {
        small->read_channel(0, 0, y, cover);
        const RgbBlock row = rgb_of(*seen, {0, y * from.height / size.height, from.width, 1});
        for (int x = 0; x < size.width; ++x) {
            const float share = cover[static_cast<std::size_t>(x)];
            if (share <= 0) continue;
            const Rgb c = row.row(0)[static_cast<std::size_t>(x * from.width / size.width)];
            sum += static_cast<double>(share * step_of(read(Reader::lightness, c)));
            weight += static_cast<double>(share);
        }
    }
    return weight > 0 ? sum / weight : 5;
}

/// Dark things stand on a light veil, light ones on a dark one.
double veil_for(double mean, double surround) {
    const bool dark = mean < 5 || (mean == 5 && surround >= 5);
    return std::clamp(dark ? std::max(surround, mean + kApart) : std::min(surround, mean - kApart),
                      1.5, 8.5);
}

}  // namespace

Veil::Veil(const Pyramid& mask, const Pyramid& picture, double surround)
    : step_(veil_for(mean_step(mask, picture), surround)) {
    const auto level = mask.level(level_for(mask.size(), kSide));
    const Size size = level->size();
    const auto grey =
        static_cast<float>(encoded_grey_of(lightness_of_step(static_cast<float>(step_))));
    veil_ = QImage(size.width, size.height, QImage::Format_ARGB32_Premultiplied);
    mask_ = QImage(size.width, size.height, QImage::Format_Grayscale8);
    std::vector<float> row(static_cast<std::size_t>(size.width));
    for (int y = 0; y < size.height; ++y) {
        level->read_channel(0, 0, y, row);
        auto* line = reinterpret_cast<QRgb*>(veil_.scanLine(y));
        std::uint8_t* inside = mask_.scanLine(y);
        for (std::size_t x = 0; x < row.size(); ++x) {
            const double alpha = kCovering * (1 - static_cast<double>(row[x]));
            const int level_of = qRound(255 * alpha * static_cast<double>(grey));
            line[x] = qRgba(level_of, level_of, level_of, qRound(255 * alpha));
            inside[x] = static_cast<std::uint8_t>(qRound(255 * static_cast<double>(row[x])));
        }
    }
    cv::Mat half(size.height, size.width, CV_8U, mask_.bits(),
                 static_cast<std::size_t>(mask_.bytesPerLine()));
    cv::Mat padded;
    cv::copyMakeBorder(half >= kHalf, padded, 1, 1, 1, 1, cv::BORDER_CONSTANT, 0);
    std::vector<std::vector<cv::Point>> lines;
    cv::findContours(padded, lines, cv::RETR_LIST, cv::CHAIN_APPROX_SIMPLE);
    for (const auto& line : lines) {
        QPolygonF polygon;
        for (const cv::Point& p : line)
            polygon << QPointF((p.x - 0.5) / size.width, (p.y - 0.5) / size.height);
        polygon << polygon.first();
        border_.addPolygon(polygon);
    }
}

void Veil::draw(QPainter& painter, const QRectF& whole, bool mirrored, bool upended) const {
    painter.save();
    painter.translate(mirrored ? whole.right() : whole.left(),
                      upended ? whole.bottom() : whole.top());
    painter.scale(mirrored ? -1 : 1, upended ? -1 : 1);
    painter.setRenderHints(QPainter::SmoothPixmapTransform | QPainter::Antialiasing);
    painter.drawImage(QRectF(QPointF(0, 0), whole.size()), veil_);
    const QPainterPath border = QTransform::fromScale(whole.width(), whole.height()).map(border_);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(0, 0, 0, 170), 2.6));
    painter.drawPath(border);
    painter.setPen(QPen(QColor(255, 255, 255, 210), 1.1));
    painter.drawPath(border);
    painter.restore();
}

bool Veil::covers(QPointF place) const {
    if (mask_.isNull() || place.x() < 0 || place.y() < 0 || place.x() >= 1 || place.y() >= 1)
        return false;
    const int x = static_cast<int>(place.x() * mask_.width());
    const int y = static_cast<int>(place.y() * mask_.height());
    return mask_.constScanLine(y)[x] >= kHalf;
}

}  // namespace underpaint
