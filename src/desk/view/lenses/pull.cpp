// SPDX-License-Identifier: GPL-3.0-or-later
#include <QPainter>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "desk/view/lens_pixels.h"
#include "desk/view/view_transform.h"
#include "desk/work/meters.h"

namespace underpaint {
namespace {

/// The strongest white; it lies over its place when it is drawn smoothly.
LensDrawing drawing_of(const FocusMeter::Pull& pull) {
    const auto& [grid, scale] = pull;
    // Discs lie wholly inside the picture, so that a border on each side has no centres. The
    // outermost cells are continued over it.
    constexpr int finer = 8;
    const auto border = [](double room, double spacing) {
        constexpr int widest = 64;
        return std::min(static_cast<int>(std::ceil(room / spacing)), widest);
    };
    const int beside = border(grid.left, grid.across), above = border(grid.top, grid.down);
    const double most = std::max(*std::ranges::max_element(grid.contrast), 0.01);
    cv::Mat coarse(grid.rows, grid.columns, CV_32F);
    for (int row = 0; row < grid.rows; ++row)
        for (int column = 0; column < grid.columns; ++column)
            coarse.at<float>(row, column) =
                static_cast<float>(grid.contrast[grid.index(column, row)] / most);
    cv::Mat padded, fine;
    cv::copyMakeBorder(coarse, padded, above, above, beside, beside, cv::BORDER_REPLICATE);
    cv::resize(padded, fine, {}, finer, finer, cv::INTER_CUBIC);
    cv::GaussianBlur(fine, fine, {}, finer * 0.6);
    QImage map(fine.cols, fine.rows, QImage::Format_Grayscale8);
    for (int y = 0; y < fine.rows; ++y)
        for (int x = 0; x < fine.cols; ++x) {
            const float share = std::clamp(fine.at<float>(y, x), 0.0F, 1.0F);
            map.scanLine(y)[x] = static_cast<uchar>(std::lround(255 * (0.06F + 0.94F * share)));
        }
    // A cell covers the square around the centre of its disc.
    return {map,
            {(grid.left - (beside + 0.5) * grid.across) / scale,
             (grid.top - (above + 0.5) * grid.down) / scale,
             (grid.columns + 2 * beside) * grid.across / scale,
             (grid.rows + 2 * above) * grid.down / scale}};
}

LensDrawingWork pull_drawing(const Meters& meters) {
    const auto pull = meters.foci.pull();
    return {pull, [pull] { return drawing_of(*pull); }};
}

/// The map of what draws the eye darkens the picture where little does.
void darken(QPainter& painter, const LensOverlay& at) {
    const QRectF& place = at.drawing.place;
    QImage map = at.drawing.image;
    const bool x = at.transform.mirrored(), y = at.transform.upended();
    if (x || y) map = map.mirrored(x, y);
    const QRectF on_canvas =
        QRectF(at.transform.to_canvas(place.topLeft()), at.transform.to_canvas(place.bottomRight()))
            .normalized();
    painter.save();
    painter.setClipRect(at.transform.picture_on_canvas());
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.setCompositionMode(QPainter::CompositionMode_Multiply);
    painter.drawImage(on_canvas, map);
    painter.restore();
}

}  // namespace

const LensRecord kPullLens{
    .lens = Lens::pull,
    .id = "pull",
    .label = "Pull of the eye",
    .about =
        "What draws the eye stays lit, the rest sinks: contrast in discs of the first focus's "
        "size",
    .on_values = true,
    .note = "Lit where contrast is greatest, in discs of the first focus's size",
    .pixels = in_grey,
    .drawing = pull_drawing,
    .over = darken,
};

}  // namespace underpaint
