// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/strokes.h"

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "colour/oklab.h"
#include "colour/srgb.h"
#include "render/readings.h"
#include "render/render.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr double kLeastEnergy = 1e-9;  // of a plane that is flat but for rounding

cv::Mat mat_of(const FloatBlock& plane) {
    const Rect& area = plane.area();
    cv::Mat mat(area.height, area.width, CV_32F);
    for (int y = 0; y < area.height; ++y) std::ranges::copy(plane.row(y), mat.ptr<float>(y));
    return mat;
}

View viewing(const Painting& painting) {
    const Size size = painting.size();
    const double shrink =
        std::max(1.0, static_cast<double>(std::max(size.width, size.height)) / kViewingSide);
    return whole_at(size, shrink);
}

StrokeField field_of(const Painting& painting, const View& view,
                     std::span<const FloatBlock> planes) {
    const Size size = painting.size();
    const double longest = std::max(size.width, size.height);
    const double pixel = std::max(1.0, kViewingSide / longest);  // viewing pixels in one
    return {planes, 1 / view.shrink, pixel};
}

}  // namespace

StrokeField::StrokeField(std::span<const FloatBlock> planes, double scale, double viewing_pixel)
    : size_(planes.front().area().size()), scale_(scale) {
    cv::Mat xx(size_.height, size_.width, CV_32F, cv::Scalar(0)), xy = xx.clone(), yy = xx.clone();
    for (const FloatBlock& plane : planes) {
        const cv::Mat mat = mat_of(plane);
        cv::Mat dx, dy;
        cv::Scharr(mat, dx, CV_32F, 1, 0, 1.0 / 32, 0, cv::BORDER_REPLICATE);
        cv::Scharr(mat, dy, CV_32F, 0, 1, 1.0 / 32, 0, cv::BORDER_REPLICATE);
        xx += dx.mul(dx), xy += dx.mul(dy), yy += dy.mul(dy);
    }
    for (cv::Mat* sum : {&xx, &xy, &yy})
        cv::GaussianBlur(*sum, *sum, {}, kStrokeSigma / viewing_pixel, 0, cv::BORDER_REPLICATE);
    tensors_.reserve(static_cast<std::size_t>(size_.area()));
    for (int y = 0; y < size_.height; ++y)
        for (int x = 0; x < size_.width; ++x)
            tensors_.push_back({xx.at<float>(y, x), xy.at<float>(y, x), yy.at<float>(y, x)});
}

StrokeField::Stroke StrokeField::at(int x, int y) const {
    const auto& [xx, xy, yy] =
        tensors_[static_cast<std::size_t>(y) * static_cast<std::size_t>(size_.width) +
                 static_cast<std::size_t>(x)];
    const double energy = double{xx} + yy;
    if (energy <= kLeastEnergy) return {};
    const double across = double{xx} - yy, twice = 2.0 * xy;
    // The gradient stands across the stroke.
    const double angle = 0.5 * std::atan2(twice, across) + std::numbers::pi / 2;
    return {angle, std::hypot(across, twice) / energy, energy};
}

std::optional<double> StrokeField::angle_at(const Point& picture) const {
    const double x = picture.x * scale_, y = picture.y * scale_;
    if (!(x >= 0 && y >= 0 && x < size_.width && y < size_.height)) return std::nullopt;
    const Stroke stroke = at(static_cast<int>(x), static_cast<int>(y));
    return stroke.coherence >= kClearStroke ? std::optional(stroke.angle) : std::nullopt;
}

std::optional<StrokeField> sealed_strokes(const Painting& painting, const std::stop_token& stop) {
    const View view = viewing(painting);
    const auto sealed = render_view(painting, 0, view, stop);
    if (!sealed) return std::nullopt;
    const FloatBlock steps = steps_of(*sealed, Reader::lightness);
    return field_of(painting, view, std::span(&steps, 1));
}

std::optional<StrokeField> strokes_of_pass(const Painting& painting, std::size_t index,
                                           const std::stop_token& stop) {
    const View view = viewing(painting);
    std::vector<FloatBlock> planes(2, FloatBlock(view.area));
    const Recipe recipe(painting, view.shrink);
    const bool whole = walk_tiles(
        recipe, view.area,
        [&](TileWalk& walk, int) {
            if (reads_below(painting.passes[index].source)) walk.lay_all(0, index);
            if (!walk.lay(index)) return;
            const Rect area = walk.state().area();
            for (int y = 0; y < area.height; ++y) {
                const ConstRgbRow colours = walk.source().row(y);
                const auto cover = std::as_const(walk.coverage()).row(y);
                const auto a = planes[0].row(area.y + y).subspan(static_cast<std::size_t>(area.x));
                const auto b = planes[1].row(area.y + y).subspan(static_cast<std::size_t>(area.x));
                for (std::size_t x = 0; x < cover.size(); ++x) {
                    if (cover[x] <= 0) continue;
                    const OkLab lab = oklab(decode(colours[x]));
                    a[x] = cover[x] * lab.a, b[x] = cover[x] * lab.b;
                }
            }
        },
        stop);
    if (!whole) return std::nullopt;
    return field_of(painting, view, planes);
}

std::optional<double> agreement(const StrokeField& a, const StrokeField& b) {
    double sum = 0, weights = 0;
    for (int y = 0; y < a.size().height; ++y)
        for (int x = 0; x < a.size().width; ++x) {
            const StrokeField::Stroke p = a.at(x, y), q = b.at(x, y);
            const double weight = p.coherence * q.coherence * p.energy * q.energy;
            if (weight <= 0) continue;
            sum += weight * std::cos(2 * (p.angle - q.angle));
            weights += weight;
        }
    return weights > 0 ? std::optional(sum / weights) : std::nullopt;
}

}  // namespace underpaint
