// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/edges.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <opencv2/imgproc.hpp>

namespace underpaint {
namespace {

/// Edges are sought blurred more and more. On a wide one grain and rounding would make many ridges
/// of one, so each blur leaves what is much wider than it to the next.
struct Blur {
    double sigma, widest;  // viewing pixels
};
constexpr Blur kBlurs[] = {
    {0, 12}, {1.5, 24}, {4, 48}, {9, std::numeric_limits<double>::infinity()}};
constexpr double kWidthOfBlur = 2.507;  // contrast over slope, for a Gaussian of sigma 1
constexpr double kUnitStep = 1.0 / 12;  // variance of a difference over one pixel
constexpr double kReach = 48;           // viewing pixels to either side that a transition may have
constexpr float kFlatSlope = 0.08F;     // of the steepest: beyond it the transition is over
constexpr double kLeastRidge = 8;       // viewing pixels
constexpr int kNarrow = 12;             // pixels: beyond it how pixels fall makes no difference

cv::Rect grown(const cv::Rect& area, int by, cv::Size within) {
    return cv::Rect(area.x - by, area.y - by, area.width + 2 * by, area.height + 2 * by) &
           cv::Rect({}, within);
}

/// A picture of steps at one blur, with its gradient.
struct Level {
    cv::Mat steps, dx, dy, slope;

    Level(const cv::Mat& sharp, double sigma) : Level(sharp, sigma, {{}, sharp.size()}) {}

    /// Within an area; what lies beyond is not to be read.
    Level(const cv::Mat& sharp, double sigma, const cv::Rect& area) {
        steps = sharp;
        if (sigma > 0) {
            const cv::Rect wider = grown(area, 1, sharp.size());
            steps = cv::Mat(sharp.size(), CV_32F);
            cv::Mat blurred = steps(wider);
            cv::GaussianBlur(sharp(wider), blurred, {}, sigma, 0, cv::BORDER_REPLICATE);
        }
        for (cv::Mat* plane : {&dx, &dy, &slope}) plane->create(sharp.size(), CV_32F);
        cv::Mat across = dx(area), down = dy(area), steepness = slope(area);
        cv::Scharr(steps(area), across, CV_32F, 1, 0, 1.0 / 32, 0, cv::BORDER_REPLICATE);
        cv::Scharr(steps(area), down, CV_32F, 0, 1, 1.0 / 32, 0, cv::BORDER_REPLICATE);
        cv::magnitude(across, down, steepness);
    }

    bool inside(double x, double y) const {
        return x >= 0 && y >= 0 && x <= steps.cols - 1 && y <= steps.rows - 1;
    }

    /// The steepest of its row, or of its column where the edge rises more down than across: so a
    /// line of whatever slant has one ridge pixel in each. Of two that are as steep the one on the
    /// lighter side, whichever way was looked.
    bool is_ridge(int x, int y) const {
        const float across = dx.at<float>(y, x), down = dy.at<float>(y, x);
        const bool row = std::abs(across) >= std::abs(down);
        const int ahead = (row ? across : down) > 0 ? 1 : -1;
        const auto beside = [&](int by) {
            return row ? slope.at<float>(y, x + by) : slope.at<float>(y + by, x);
        };
        const float here = slope.at<float>(y, x);
        return here > beside(ahead) && here >= beside(-ahead);
    }

    /// Mixed from the four pixels around a place, which lies inside.
    static float between(const cv::Mat& plane, double x, double y) {
        const int left = std::clamp(static_cast<int>(x), 0, std::max(0, plane.cols - 2));
        const int top = std::clamp(static_cast<int>(y), 0, std::max(0, plane.rows - 2));
        const auto u = static_cast<float>(x - left), v = static_cast<float>(y - top);
        const float *a = plane.ptr<float>(top) + left, *b = plane.ptr<float>(top + 1) + left;
        const float above = a[0] + u * (a[1] - a[0]), below = b[0] + u * (b[1] - b[0]);
        return above + v * (below - above);
    }
};

/// The spread of which nothing is made, in pixels squared. A step is shown with 1/12 to 1/3, by
/// where pixels fall; what is left of the most is under two viewing pixels of width, whatever size
/// they have, so that a step is hard in any picture.
double unseen_spread(double pixel) {
    return 1.0 / 3 - 1 / (6 * pixel * pixel);
}

/// How far a transition's rise is spread along it, in pixels squared, from its steepest place
/// outward until it is over.
template <class Value>
double spread_of(Value value, int low, int high) {
    constexpr double step = 0.25;
    const auto rise = [&](int i) { return value(low + (i + 1) * step) - value(low + i * step); };
    const int count = static_cast<int>((high - low) / step);
    int middle = 0;
    for (int i = 1; i < count; ++i)
        if (rise(i) > rise(middle)) middle = i;
    const double least = kFlatSlope * rise(middle);
    double sum = 0, moment = 0, square = 0;
    const auto add = [&](int i) {
        const double r = rise(i), at = (i - middle) * step;
        if (r < least) return false;
        sum += r, moment += r * at, square += r * at * at;
        return true;
    };
    for (int i = middle; i < count && add(i);) ++i;
    for (int i = middle - 1; i >= 0 && add(i);) --i;
    const double mean = moment / sum;
    return square / sum - mean * mean + step * step / 12;
}

/// Follows the transition across a ridge both ways, until it is over.
/// `sigma` in pixels; `pixel` is how many viewing pixels one is.
std::optional<EdgePoint> measure(const Level& level, int x, int y, double sigma, double pixel) {
    const float steep = level.slope.at<float>(y, x);
    const double nx = level.dx.at<float>(y, x) / steep, ny = level.dy.at<float>(y, x) / steep;
    // Rising along (nx, ny).
    const auto value = [&](double t) {
        return Level::between(level.steps, x + t * nx, y + t * ny);
    };
    const auto there = [&](double t) { return level.inside(x + t * nx, y + t * ny); };
    // What lies between pixels is mixed from them, and so blurred by this variance along (nx, ny).
    const auto mixed = [&](double t) {
        const double u = x + t * nx - std::floor(x + t * nx),
                     v = y + t * ny - std::floor(y + t * ny);
        return u * (1 - u) * nx * nx + v * (1 - v) * ny * ny;
    };
    // The steepest pixel may lie a little beside the ridge's middle.
    float steepest = 0;
    double spread = 0;  // variance of what the slope is seen through
    for (double t = -2; t <= 1; t += 0.5)
        if (there(t) && there(t + 1))
            if (const float rise = value(t + 1) - value(t); rise > steepest)
                steepest = rise, spread = kUnitStep + (mixed(t) + mixed(t + 1)) / 2;
    if (steepest <= 0) return std::nullopt;
    const int reach = static_cast<int>(std::ceil(kReach / pixel));
    const auto end = [&](int step) {
        int t = 0;
        while (std::abs(t) < reach && there(t + step)) {
            const float rise = static_cast<float>(step) * (value(t + step) - value(t));
            // Right at the middle of a hard edge a pixel may be flat already.
            if (std::abs(t) > 1 && rise < kFlatSlope * steepest) break;
            if (rise < 0) break;
            steepest = std::max(steepest, rise);
            t += step;
        }
        return t;
    };
    const int low = end(-1), high = end(1);
    const float contrast = value(high) - value(low);
    if (contrast < static_cast<float>(kLeastEdge)) return std::nullopt;
    // Texture makes single pixels steep: the slope is taken over a quarter of the transition.
    const int over = std::max(1, static_cast<int>(std::lround(contrast / steepest / 4)));
    float slope = over > 1 ? 0 : steepest;
    for (int t = low; over > 1 && t + over <= high; ++t)
        slope = std::max(slope, (value(t + over) - value(t)) / static_cast<float>(over));
    if (over > 1) spread = over * over * kUnitStep;
    // Blurs add by squares, and so are taken off.
    const double seen = contrast / slope, blur = kWidthOfBlur * std::sqrt(sigma * sigma + spread);
    double squared = seen * seen - blur * blur;
    if (high - low <= kNarrow)
        squared = std::min(
            squared, 12 * (spread_of(value, low, high) - unseen_spread(pixel) - sigma * sigma));
    const double width = std::max(1.0, pixel * std::sqrt(std::max(squared, 0.0)));
    const double length = pixel / std::max(std::abs(nx), std::abs(ny));
    return EdgePoint{x, y, static_cast<float>(width), contrast, 0, static_cast<float>(length)};
}

/// Leaves out ridges of few pixels.
std::vector<EdgePoint> without_crumbs(std::vector<EdgePoint> points, cv::Size size, double pixel) {
    cv::Mat ridges = cv::Mat::zeros(size, CV_8U), labels, stats, middles;
    for (const EdgePoint& p : points) ridges.at<uchar>(p.y, p.x) = 1;
    cv::connectedComponentsWithStats(ridges, labels, stats, middles, 8);
    std::erase_if(points, [&](const EdgePoint& p) {
        return stats.at<int>(labels.at<int>(p.y, p.x), cv::CC_STAT_AREA) * pixel < kLeastRidge;
    });
    return points;
}

/// Ridges of one level, where nothing finer was found.
std::vector<EdgePoint> ridges_of(const Level& level, const Blur& blur, double pixel,
                                 const cv::Mat& taken) {
    // Flatter than this, no transition within reach comes to an edge.
    const auto least = static_cast<float>(kLeastEdge / kReach * pixel);
    const int rows = level.steps.rows, columns = level.steps.cols;
    std::vector<std::vector<EdgePoint>> found(static_cast<std::size_t>(rows));
    tbb::parallel_for(1, std::max(1, rows - 1), [&](int y) {
        for (int x = 1; x + 1 < columns; ++x) {
            if (level.slope.at<float>(y, x) < least || taken.at<uchar>(y, x)) continue;
            if (!level.is_ridge(x, y)) continue;
            const auto point = measure(level, x, y, blur.sigma / pixel, pixel);
            if (point && static_cast<double>(point->width) <= blur.widest)
                found[static_cast<std::size_t>(y)].push_back(*point);
        }
    });
    std::vector<EdgePoint> points;
    for (const auto& row : found) points.insert(points.end(), row.begin(), row.end());
    return without_crumbs(std::move(points), level.steps.size(), pixel);
}

}  // namespace

double hidden_blur(double pixel) {
    return std::sqrt(unseen_spread(pixel) - 1.0 / 12);
}

EdgeKind kind_of_edge(double width) {
    if (width <= kHardEdge) return EdgeKind::hard;
    if (width <= kFirmEdge) return EdgeKind::firm;
    return width <= kSoftEdge ? EdgeKind::soft : EdgeKind::lost;
}

namespace {

/// As a matrix of OpenCV's that shares the memory.
cv::Mat matrix_of(const ViewingSteps& viewing) {
    const Rect& area = viewing.steps.area();
    return {area.height, area.width, CV_32F, const_cast<float*>(viewing.steps.samples().data())};
}

}  // namespace

namespace {

/// Where a sealed edge is now: it may have got harder anywhere within its transition, at either end
/// of which the ridge may lie, and then its own pixel is flat. Where that is about as steep as it
/// was, it stays.
cv::Point place_now(const Level& level, const EdgePoint& sealed, double sigma, double pixel) {
    const double width =
        std::hypot(static_cast<double>(sealed.width) / pixel, kWidthOfBlur * sigma);
    const auto least = static_cast<float>(0.5 * static_cast<double>(sealed.contrast) / width);
    cv::Point best{sealed.x, sealed.y};
    float steepest = level.slope.at<float>(best);
    if (steepest >= least) return best;
    const auto reach =
        static_cast<int>(std::min(static_cast<double>(sealed.width), kSoftEdge) / pixel + 1);
    for (int y = std::max(0, sealed.y - reach);
         y <= std::min(level.steps.rows - 1, sealed.y + reach); ++y)
        for (int x = std::max(0, sealed.x - reach);
             x <= std::min(level.steps.cols - 1, sealed.x + reach); ++x)
            if (const float slope = level.slope.at<float>(y, x); slope > steepest)
                steepest = slope, best = {x, y};
    return best;
}

}  // namespace

EdgeMap follow_edges(const EdgeMap& edges, const ViewingSteps& now) {
    EdgeMap followed = edges;
    follow_edges(edges, now, now.steps.area(), followed);
    return followed;
}

void follow_edges(const EdgeMap& edges, const ViewingSteps& now, const Rect& changed,
                  EdgeMap& followed) {
    const cv::Mat sharp = matrix_of(now);
    for (int blur = 0; blur < static_cast<int>(std::size(kBlurs)); ++blur) {
        const double sigma = kBlurs[blur].sigma / now.pixel;
        // How far from an edge's pixel it is looked at: the slope for a steeper place, along the
        // transition from there; all of it blurred, by OpenCV to four sigma.
        const int looked = static_cast<int>((kSoftEdge + kReach) / now.pixel + 4 * sigma) + 8;
        const cv::Rect touched =
            grown({changed.x, changed.y, changed.width, changed.height}, looked, sharp.size());
        std::vector<std::size_t> points;
        for (std::size_t i = 0; i < edges.points.size(); ++i)
            if (edges.points[i].blur == blur &&
                touched.contains({edges.points[i].x, edges.points[i].y}))
                points.push_back(i);
        if (points.empty()) continue;
        const Level level(sharp, sigma, grown(touched, looked, sharp.size()));
        tbb::parallel_for(std::size_t{0}, points.size(), [&](std::size_t k) {
            const EdgePoint& sealed = edges.points[points[k]];
            EdgePoint& point = followed.points[points[k]];
            const cv::Point place = place_now(level, sealed, sigma, now.pixel);
            const bool flat = level.slope.at<float>(place) <= 0;
            const auto is =
                flat ? std::nullopt : measure(level, place.x, place.y, sigma, now.pixel);
            point.width = is ? is->width : std::numeric_limits<float>::infinity();
            point.contrast = is ? is->contrast : 0;
        });
    }
}

EdgeMap find_edges(const ViewingSteps& viewing) {
    const Rect& area = viewing.steps.area();
    EdgeMap map{area.size(), viewing.scale, {}};
    if (area.width < 3 || area.height < 3) return map;
    const cv::Mat sharp = matrix_of(viewing);
    cv::Mat taken = cv::Mat::zeros(sharp.size(), CV_8U);
    const double pixel = viewing.pixel;
    int index = 0;
    for (const Blur& blur : kBlurs) {
        const double sigma = blur.sigma / pixel;
        auto points = ridges_of(Level(sharp, sigma), blur, pixel, taken);
        for (EdgePoint& p : points) {
            p.blur = index;
            const int room = static_cast<int>(std::ceil(p.width / pixel / 2 + 3 + sigma));
            cv::circle(taken, {p.x, p.y}, room, 1, cv::FILLED);
        }
        map.points.insert(map.points.end(), points.begin(), points.end());
        ++index;
    }
    return map;
}

EdgeLengths lengths_of(const EdgeMap& edges) {
    EdgeLengths lengths;
    for (const EdgePoint& p : edges.points) lengths.add(p);
    return lengths;
}

}  // namespace underpaint
