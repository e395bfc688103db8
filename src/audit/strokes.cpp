// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/strokes.h"

#include <tbb/parallel_for.h>

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "render/readings.h"
#include "render/render.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr double kLeastEnergy = 1e-9;  // of a plane that is flat but for rounding

/// One that shares the memory.
cv::Mat matrix_of(const FloatBlock& plane) {
    const Rect& area = plane.area();
    return {area.height, area.width, CV_32F, const_cast<float*>(plane.samples().data())};
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
    // Tensors are blurred so much that those of a large picture can be had at half its size, whose
    // blur takes a quarter of the time and memory.
    grain_ = std::max(size_.width, size_.height) > kViewingSide / 2 ? 2 : 1;
    const cv::Size small((size_.width + grain_ - 1) / grain_, (size_.height + grain_ - 1) / grain_);
    cv::Mat sums[3];
    for (cv::Mat& sum : sums) sum = cv::Mat::zeros(small, CV_32F);
    cv::Mat dx, dy, product, halved;
    for (const FloatBlock& plane : planes) {
        const cv::Mat mat = matrix_of(plane);
        cv::Scharr(mat, dx, CV_32F, 1, 0, 1.0 / 32, 0, cv::BORDER_REPLICATE);
        cv::Scharr(mat, dy, CV_32F, 0, 1, 1.0 / 32, 0, cv::BORDER_REPLICATE);
        const std::pair<const cv::Mat&, const cv::Mat&> factors[] = {{dx, dx}, {dx, dy}, {dy, dy}};
        for (std::size_t i = 0; i < std::size(sums); ++i) {
            cv::multiply(factors[i].first, factors[i].second, product);
            cv::resize(product, halved, small, 0, 0, cv::INTER_AREA);
            sums[i] += halved;
        }
    }
    for (cv::Mat& sum : sums)
        cv::GaussianBlur(sum, sum, {}, kStrokeSigma / viewing_pixel / grain_, 0,
                         cv::BORDER_REPLICATE);
    size_ = {small.width, small.height};
    scale_ /= grain_;
    tensors_.reserve(static_cast<std::size_t>(size_.area()));
    for (int y = 0; y < size_.height; ++y)
        for (int x = 0; x < size_.width; ++x)
            tensors_.push_back(
                {sums[0].at<float>(y, x), sums[1].at<float>(y, x), sums[2].at<float>(y, x)});
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
            thread_local FloatBlock steps;
            thread_local ColourBlocks colours;
            read_colours(walk.source(), Reader::lightness, steps, colours);
            const FloatBlock& cover = std::as_const(walk.coverage());
            const FloatBlock* from[] = {&colours.a, &colours.b};
            for (std::size_t plane = 0; plane < planes.size(); ++plane)
                for (int y = 0; y < area.height; ++y) {
                    const auto into =
                        planes[plane].row(area.y + y).subspan(static_cast<std::size_t>(area.x));
                    std::ranges::transform(cover.row(y), from[plane]->row(y), into.begin(),
                                           [](float c, float v) { return c > 0 ? c * v : 0; });
                }
        },
        stop);
    if (!whole) return std::nullopt;
    return field_of(painting, view, planes);
}

/// With the tensor's (xx - yy, 2 xy) as a vector, which turns twice as fast as the stroke and is
/// as long as coherence times energy, each place adds the product of both.
std::optional<double> agreement(const StrokeField& a, const StrokeField& b) {
    const int rows = a.size().height;
    struct Sums {
        double along = 0, weights = 0;
    };
    std::vector<Sums> of_rows(static_cast<std::size_t>(rows));
    tbb::parallel_for(0, rows, [&](int y) {
        Sums& sums = of_rows[static_cast<std::size_t>(y)];
        for (int x = 0; x < a.size().width; ++x) {
            const auto p = a.twice_turned(x, y), q = b.twice_turned(x, y);
            sums.along += p[0] * q[0] + p[1] * q[1];
            sums.weights += std::sqrt((p[0] * p[0] + p[1] * p[1]) * (q[0] * q[0] + q[1] * q[1]));
        }
    });
    Sums sum;
    for (const Sums& row : of_rows) sum.along += row.along, sum.weights += row.weights;
    return sum.weights > 0 ? std::optional(sum.along / sum.weights) : std::nullopt;
}

std::array<double, 2> StrokeField::twice_turned(int x, int y) const {
    const auto& [xx, xy, yy] =
        tensors_[static_cast<std::size_t>(y) * static_cast<std::size_t>(size_.width) +
                 static_cast<std::size_t>(x)];
    if (double{xx} + yy <= kLeastEnergy) return {0, 0};
    return {double{xx} - yy, 2.0 * xy};
}

}  // namespace underpaint
