// SPDX-License-Identifier: GPL-3.0-or-later
#include "painter.h"

#include <tbb/parallel_for.h>

#include <cmath>
#include <opencv2/imgproc.hpp>

#include "colour/srgb.h"
#include "noise.h"

namespace underpaint::demo {
namespace {

/// The scene on a grid, never larger than the strokes need.
class Sight {
public:
    explicit Sight(Size picture) {
        constexpr double longest = 1600;
        const double side = std::max(picture.width, picture.height);
        scale_ = std::min(1.0, longest / side);
        size_ = {std::max(1, static_cast<int>(std::lround(picture.width * scale_))),
                 std::max(1, static_cast<int>(std::lround(picture.height * scale_)))};
        spots_.resize(static_cast<std::size_t>(size_.area()));
        values_ = cv::Mat(size_.height, size_.width, CV_32F);
        const float half = static_cast<float>(std::max(size_.width, size_.height)) / 2;
        tbb::parallel_for(0, size_.height, [&](int y) {
            for (int x = 0; x < size_.width; ++x) {
                const float u =
                    (static_cast<float>(x) + 0.5F - static_cast<float>(size_.width) / 2) / half;
                const float v =
                    (static_cast<float>(size_.height) / 2 - static_cast<float>(y) - 0.5F) / half;
                const Spot spot = look(u, v);
                spots_[index(x, y)] = spot;
                values_.at<float>(y, x) = srgb_encode(spot.light);
            }
        });
    }

    const Spot& spot(double x, double y) const { return spots_[index(column(x), row(y))]; }
    /// Values as a brush of `radius` (in picture pixels) sees them.
    void soften(double radius) {
        cv::GaussianBlur(values_, soft_, {}, std::max(0.3, radius * scale_));
    }
    float value(double x, double y) const { return soft_.at<float>(row(y), column(x)); }

private:
    int column(double x) const {
        return std::clamp(static_cast<int>(x * scale_), 0, size_.width - 1);
    }
    int row(double y) const {
        return std::clamp(static_cast<int>(y * scale_), 0, size_.height - 1);
    }
    std::size_t index(int x, int y) const {
        return static_cast<std::size_t>(y) * static_cast<std::size_t>(size_.width) +
               static_cast<std::size_t>(x);
    }

    double scale_ = 1;
    Size size_;
    std::vector<Spot> spots_;
    cv::Mat values_, soft_;
};

struct Bristles {
    float radius;     ///< in thousandths of the longer side
    float spacing;    ///< of strokes, in radii
    float tolerance;  ///< encoded difference that is not worth a stroke
    float detail;     ///< only where the scene has at least this much
    float length;     ///< in radii
};
constexpr Bristles kBrushes[] = {
    {22, 1.1F, -1, 0, 7},           {11, 1.0F, 0.012F, 0, 8},
    {6, 1.0F, 0.018F, 0.05F, 8},    {3.6F, 0.95F, 0.022F, 0.14F, 8},
    {2.0F, 1.0F, 0.026F, 0.30F, 7}, {1.1F, 1.0F, 0.03F, 0.42F, 7},
    {0.7F, 1.0F, 0.04F, 0.74F, 5},
};

/// Follows the form from (x, y), staying on the same shape.
std::vector<Point> follow(const Sight& sight, Point from, float radius, float length, Dice& dice) {
    const int shape = static_cast<int>(sight.spot(from.x, from.y).shape);
    std::vector<Point> path{from};
    const double step = radius * length / 4;
    const double sway = dice.between(-0.14F, 0.14F), way = dice.unit() < 0.5F ? -1 : 1;
    Point at = from;
    for (int i = 0; i < 4; ++i) {
        const Spot& spot = sight.spot(at.x, at.y);
        const double c = std::cos(sway), s = std::sin(sway);
        const Point next{at.x + way * step * (c * spot.grain_x - s * spot.grain_y),
                         at.y + way * step * (s * spot.grain_x + c * spot.grain_y)};
        if (static_cast<int>(sight.spot(next.x, next.y).shape) != shape) break;
        path.push_back(at = next);
    }
    if (path.size() == 1) path.push_back({from.x + way * radius * 0.4, from.y});
    return path;
}

void paint_with(const Bristles& brush, Sight& sight, Canvas& canvas, Dice& dice) {
    const float side = static_cast<float>(std::max(canvas.size().width, canvas.size().height));
    const float radius = std::max(0.6F, brush.radius * side / 1000);
    const float spacing = std::max(1.0F, radius * brush.spacing);
    sight.soften(radius * 0.55);

    std::vector<Point> starts;
    for (float y = 0; y < static_cast<float>(canvas.size().height); y += spacing)
        for (float x = 0; x < static_cast<float>(canvas.size().width); x += spacing)
            starts.push_back(
                {x + dice.between(-0.5F, 1.5F) * spacing, y + dice.between(-0.5F, 1.5F) * spacing});
    for (std::size_t i = starts.size(); i > 1; --i)
        std::swap(
            starts[i - 1],
            starts[std::min(i - 1, static_cast<std::size_t>(dice.unit() * static_cast<float>(i)))]);

    // Where a stroke is wanted is seen a batch at a time; so large a batch hardly meets itself.
    constexpr std::size_t batch = 1500;
    std::vector<Stroke> strokes;
    for (const Point& start : starts) {
        if (strokes.size() == batch) {
            canvas.lay(strokes);
            strokes.clear();
        }
        if (start.x < 0 || start.y < 0 || start.x >= canvas.size().width ||
            start.y >= canvas.size().height)
            continue;
        const Spot& spot = sight.spot(start.x, start.y);
        if (spot.detail < brush.detail) continue;
        const float wanted = sight.value(start.x, start.y);
        const int x = static_cast<int>(start.x), y = static_cast<int>(start.y);
        const bool right_shape = canvas.cover(static_cast<int>(spot.shape), x, y) > 0.5F;
        if (right_shape && std::fabs(canvas.value(x, y) - wanted) < brush.tolerance) continue;

        Stroke stroke;
        stroke.path = follow(sight, start, radius, brush.length * dice.between(0.6F, 1.2F), dice);
        stroke.radius = radius * dice.between(0.75F, 1.15F);
        stroke.value = wanted + dice.between(-0.012F, 0.012F);
        stroke.load = dice.between(0.65F, 1.15F);
        stroke.shape = static_cast<int>(spot.shape);
        stroke.seed = hash(static_cast<std::uint32_t>(x * 7919 + y));
        strokes.push_back(std::move(stroke));
    }
    canvas.lay(strokes);
}

}  // namespace

Canvas paint(Size size) {
    Sight sight(size);
    Canvas canvas(size, kShapes);
    canvas.fill(0.42F, static_cast<int>(Shape::sky));
    Dice dice(20261119);
    for (const Bristles& brush : kBrushes) paint_with(brush, sight, canvas, dice);
    return canvas;
}

}  // namespace underpaint::demo
