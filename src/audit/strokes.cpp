// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/strokes.h"

#include <tbb/enumerable_thread_specific.h>

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "raster/in_parallel.h"
#include "render/readings.h"
#include "render/render.h"
#include "render/view.h"

namespace underpaint {
namespace {

constexpr double kLeastEnergy = 1e-9;  // energy of a plane that is flat but for rounding

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

/// \param planes  of one area of the view
StrokeField field_of(const Painting& painting, const View& view,
                     std::span<const FloatBlock> planes) {
    const Size size = painting.size();
    const double longest = std::max(size.width, size.height);
    // Viewing pixels to one of the painting's.
    const double pixel = std::max(1.0, kViewingSide / longest);
    return {planes, view.area.size(), 1 / view.shrink, pixel};
}

/// Half as large, rounded up; what is beyond an odd border is as the border.
cv::Mat halved(const cv::Mat& plane) {
    cv::Mat even = plane, half;
    if (plane.rows % 2 != 0 || plane.cols % 2 != 0)
        cv::copyMakeBorder(plane, even, 0, plane.rows % 2, 0, plane.cols % 2, cv::BORDER_REPLICATE);
    cv::resize(even, half, even.size() / 2, 0, 0, cv::INTER_AREA);
    return half;
}

/// With room for `by` on each side, to even numbers.
Rect with_room(const Rect& area, int by, Size within) {
    const int left = std::max(0, area.x - by) & ~1, top = std::max(0, area.y - by) & ~1;
    return intersection({left, top, area.right() + by - left, area.bottom() + by - top},
                        rect_of(within));
}

}  // namespace

StrokeField::StrokeField(std::span<const FloatBlock> planes, Size whole, double scale,
                         double viewing_pixel)
    : scale_(scale) {
    // Tensors are blurred widely, so for a large picture they are made at half its size, where the
    // blur takes a quarter of the time and memory.
    grain_ = std::max(whole.width, whole.height) > kViewingSide / 2 ? 2 : 1;
    cv::Mat sums[3], dx, dy, product;
    for (const FloatBlock& plane : planes) {
        const cv::Mat mat = matrix_of(plane);
        cv::Scharr(mat, dx, CV_32F, 1, 0, 1.0 / 32, 0, cv::BORDER_REPLICATE);
        cv::Scharr(mat, dy, CV_32F, 0, 1, 1.0 / 32, 0, cv::BORDER_REPLICATE);
        const std::pair<const cv::Mat&, const cv::Mat&> factors[] = {{dx, dx}, {dx, dy}, {dy, dy}};
        for (std::size_t i = 0; i < std::size(sums); ++i) {
            cv::multiply(factors[i].first, factors[i].second, product);
            const cv::Mat part = grain_ == 2 ? halved(product) : product.clone();
            if (sums[i].empty())
                sums[i] = part;
            else
                sums[i] += part;
        }
    }
    for (cv::Mat& sum : sums)
        cv::GaussianBlur(sum, sum, {}, kStrokeSigma / viewing_pixel / grain_, 0,
                         cv::BORDER_REPLICATE);
    const Rect& area = planes.front().area();
    size_ = {(whole.width + grain_ - 1) / grain_, (whole.height + grain_ - 1) / grain_};
    scale_ /= grain_;
    known_ = {area.x / grain_, area.y / grain_, sums[0].cols, sums[0].rows};
    tensors_.reserve(static_cast<std::size_t>(known_.size().area()));
    for (int y = 0; y < known_.height; ++y)
        for (int x = 0; x < known_.width; ++x)
            tensors_.push_back(
                {sums[0].at<float>(y, x), sums[1].at<float>(y, x), sums[2].at<float>(y, x)});
}

const StrokeField::Tensor& StrokeField::tensor(int x, int y) const {
    static constexpr Tensor none{};
    if (x < known_.x || y < known_.y || x >= known_.right() || y >= known_.bottom()) return none;
    return tensors_[static_cast<std::size_t>(y - known_.y) *
                        static_cast<std::size_t>(known_.width) +
                    static_cast<std::size_t>(x - known_.x)];
}

StrokeField::Stroke StrokeField::at(int x, int y) const {
    const auto& [xx, xy, yy] = tensor(x, y);
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
    const Recipe recipe(painting, view.shrink);
    // Most passes land on a part of the picture, so their pieces are joined once the area is known.
    struct Piece {
        FloatBlock a, b;
    };
    tbb::enumerable_thread_specific<std::vector<Piece>> threads;
    const bool whole = walk_tiles(
        recipe, view.area,
        [&](TileWalk& walk, int) {
            if (reads_below(painting.passes[index].source)) walk.lay_all(0, index);
            if (!walk.lay(index)) return;
            thread_local FloatBlock steps;
            thread_local ColourBlocks colours;
            read_colours(walk.source(), Reader::lightness, steps, colours);
            const FloatBlock& cover = std::as_const(walk.coverage());
            Piece& piece = threads.local().emplace_back(colours.a, colours.b);
            for (FloatBlock* plane : {&piece.a, &piece.b})
                std::ranges::transform(cover.samples(), std::as_const(*plane).samples(),
                                       plane->samples().begin(),
                                       [](float c, float v) { return c > 0 ? c * v : 0; });
        },
        stop);
    if (!whole) return std::nullopt;
    Rect landed;
    for (const auto& pieces : threads)
        for (const Piece& piece : pieces) landed = united(landed, piece.a.area());
    // OpenCV's blur reaches four sigma.
    constexpr int room = 2 * (static_cast<int>(4 * kStrokeSigma) + 3);
    const Rect area = landed.empty() ? Rect{0, 0, 1, 1} : with_room(landed, room, view.area.size());
    std::vector<FloatBlock> planes(2, FloatBlock(area));
    for (const auto& pieces : threads)
        for (const Piece& piece : pieces) {
            const Rect& of = piece.a.area();
            for (int y = of.y; y < of.bottom(); ++y) {
                const auto left = static_cast<std::size_t>(of.x - area.x);
                std::ranges::copy(piece.a.row(y - of.y),
                                  planes[0].row(y - area.y).subspan(left).begin());
                std::ranges::copy(piece.b.row(y - of.y),
                                  planes[1].row(y - area.y).subspan(left).begin());
            }
        }
    return field_of(painting, view, planes);
}

/// With the tensor's (xx - yy, 2 xy) as a vector, which turns twice as fast as the stroke and is
/// as long as coherence times energy, each place adds the product of both.
std::optional<double> agreement(const StrokeField& a, const StrokeField& b) {
    const Rect both = intersection(a.known_, b.known_);
    struct Sums {
        double along = 0, weights = 0;
    };
    std::vector<Sums> of_rows(static_cast<std::size_t>(both.height));
    in_parallel(0, both.height, [&](int row) {
        Sums& sums = of_rows[static_cast<std::size_t>(row)];
        for (int x = both.x; x < both.right(); ++x) {
            const auto p = a.twice_turned(x, both.y + row), q = b.twice_turned(x, both.y + row);
            sums.along += p[0] * q[0] + p[1] * q[1];
            sums.weights += std::sqrt((p[0] * p[0] + p[1] * p[1]) * (q[0] * q[0] + q[1] * q[1]));
        }
    });
    Sums sum;
    for (const Sums& row : of_rows) sum.along += row.along, sum.weights += row.weights;
    return sum.weights > 0 ? std::optional(sum.along / sum.weights) : std::nullopt;
}

std::array<double, 2> StrokeField::twice_turned(int x, int y) const {
    const auto& [xx, xy, yy] = tensor(x, y);
    if (double{xx} + yy <= kLeastEnergy) return {0, 0};
    return {double{xx} - yy, 2.0 * xy};
}

}  // namespace underpaint
