// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/edge_level.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <opencv2/imgproc.hpp>

namespace underpaint {
namespace {

constexpr double kUnitStep = 1.0 / 12;  // variance of a difference over one pixel
// Of the steepest slope: where it falls below, the transition has ended.
constexpr float kFlatSlope = 0.08F;
// Pixels: a wider transition does not depend on how it falls on the pixel grid.
constexpr int kNarrow = 12;

/// Finer pixels than this, in viewing pixels, are blurred as if they were so large: a picture of
/// 1000 pixels and one of 6000 then show the same texture.
constexpr double kCommonPixel = 1.6;
/// Variance of the steps that Scharr's kernels take a slope of, in pixels squared.
constexpr double kGradientSpread = 0.4;

/// The variance, in pixels squared, by which a larger pixel spreads more; `of_one` is the variance
/// of a spread by one pixel.
double more_spread(double pixel, double of_one) {
    return of_one * std::max(0.0, kCommonPixel * kCommonPixel / (pixel * pixel) - 1);
}

/// As a matrix of OpenCV's that shares the memory.
cv::Mat matrix_of(const ViewingSteps& viewing) {
    const Rect& area = viewing.steps.area();
    return {area.height, area.width, CV_32F, const_cast<float*>(viewing.steps.samples().data())};
}

/// Three pixels have exactly the variance asked for, where it is small. A Gaussian sampled at
/// pixels has less, a third of it at a sigma of 0.36.
void blur_by(double sigma, const cv::Mat& sharp, cv::Mat& blurred) {
    const double side = sigma * sigma / 2;
    if (side > 1.0 / 3) return cv::GaussianBlur(sharp, blurred, {}, sigma, 0, cv::BORDER_REPLICATE);
    const cv::Matx13d kernel(side, 1 - 2 * side, side);
    cv::sepFilter2D(sharp, blurred, CV_32F, kernel, kernel, {-1, -1}, 0, cv::BORDER_REPLICATE);
}

/// Mixed from the four pixels around a place, which lies inside.
float between(const cv::Mat& plane, double x, double y) {
    const int left = std::clamp(static_cast<int>(x), 0, std::max(0, plane.cols - 2));
    const int top = std::clamp(static_cast<int>(y), 0, std::max(0, plane.rows - 2));
    const auto u = static_cast<float>(x - left), v = static_cast<float>(y - top);
    const float *a = plane.ptr<float>(top) + left, *b = plane.ptr<float>(top + 1) + left;
    const float above = a[0] + u * (a[1] - a[0]), below = b[0] + u * (b[1] - b[0]);
    return above + v * (below - above);
}

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

}  // namespace

double hidden_blur(double pixel) {
    return std::sqrt(unseen_spread(pixel) - 1.0 / 12);
}

cv::Rect grown(const cv::Rect& area, int by, cv::Size within) {
    return cv::Rect(area.x - by, area.y - by, area.width + 2 * by, area.height + 2 * by) &
           cv::Rect({}, within);
}

EdgeLevel::EdgeLevel(const ViewingSteps& viewing, const EdgeBlur& blur)
    : EdgeLevel(viewing, blur, {0, 0, viewing.steps.area().width, viewing.steps.area().height}) {}

EdgeLevel::EdgeLevel(const ViewingSteps& viewing, const EdgeBlur& blur, const cv::Rect& area)
    : steps(matrix_of(viewing)),
      pixel(viewing.pixel),
      sigma(std::max(blur.sigma / pixel, std::sqrt(more_spread(pixel, 1.0 / 12)))),
      gradient_sigma(std::sqrt(more_spread(pixel, kGradientSpread))) {
    const cv::Size size = steps.size();
    const auto blurred = [&](const cv::Mat& sharp, double by, int margin) {
        if (by == 0) return sharp;
        const cv::Rect wider = grown(area, margin, size);
        cv::Mat made(size, CV_32F), within = made(wider);
        blur_by(by, sharp(wider), within);
        return made;
    };
    steps = blurred(steps, sigma, 1 + read_by(gradient_sigma));
    const cv::Mat soft = blurred(steps, gradient_sigma, 1);
    for (cv::Mat* plane : {&dx, &dy, &slope}) plane->create(size, CV_32F);
    cv::Mat across = dx(area), down = dy(area), steepness = slope(area);
    cv::Scharr(soft(area), across, CV_32F, 1, 0, 1.0 / 32, 0, cv::BORDER_REPLICATE);
    cv::Scharr(soft(area), down, CV_32F, 0, 1, 1.0 / 32, 0, cv::BORDER_REPLICATE);
    cv::magnitude(across, down, steepness);
}

namespace {

/// Values along a line at whole pixels from its middle, each of which is looked up once: to follow
/// a transition and to measure it takes most of them several times.
template <class Value>
class Profile {
public:
    explicit Profile(const Value& value) : value_(value) { values_[kMiddle] = value(0); }
    float operator()(int t) {
        while (last_ < t) ++last_, values_[index(last_)] = value_(last_);
        while (first_ > t) --first_, values_[index(first_)] = value_(first_);
        return values_[index(t)];
    }

private:
    static constexpr int kMiddle = static_cast<int>(kEdgeReach) + 1;
    static std::size_t index(int t) { return static_cast<std::size_t>(t + kMiddle); }

    const Value& value_;
    int first_ = 0, last_ = 0;
    std::array<float, 2 * kMiddle + 1> values_;
};

}  // namespace

std::optional<EdgeTransition> transition_at(const EdgeLevel& level, int x, int y) {
    const double steep = level.slope.at<float>(y, x), pixel = level.pixel;
    if (steep <= 0) return std::nullopt;
    const double nx = level.dx.at<float>(y, x) / steep, ny = level.dy.at<float>(y, x) / steep;
    // Rising along (nx, ny).
    const auto value = [&](double t) { return between(level.steps, x + t * nx, y + t * ny); };
    const auto there = [&](double t) {
        const double u = x + t * nx, v = y + t * ny;
        return u >= 0 && v >= 0 && u <= level.steps.cols - 1 && v <= level.steps.rows - 1;
    };
    // A value between pixels is a mix of them: this variance of blur is added along (nx, ny).
    const auto mixed = [&](double t) {
        const double u = x + t * nx - std::floor(x + t * nx),
                     v = y + t * ny - std::floor(y + t * ny);
        return u * (1 - u) * nx * nx + v * (1 - v) * ny * ny;
    };
    // The steepest pixel may lie slightly off the middle of the ridge.
    float steepest = 0;
    double spread = 0;  // variance of the blur that the slope was read through
    for (double t = -2; t <= 1; t += 0.5)
        if (there(t) && there(t + 1))
            if (const float rise = value(t + 1) - value(t); rise > steepest)
                steepest = rise, spread = kUnitStep + (mixed(t) + mixed(t + 1)) / 2;
    if (steepest <= 0) return std::nullopt;
    // A pixel is never smaller than a viewing pixel.
    const int reach = static_cast<int>(std::ceil(kEdgeReach / std::max(1.0, pixel)));
    Profile at(value);
    const auto end = [&](int step) {
        int t = 0;
        while (std::abs(t) < reach && there(t + step)) {
            const float rise = static_cast<float>(step) * (at(t + step) - at(t));
            if (rise < 0) break;
            steepest = std::max(steepest, rise);
            t += step;
            // A pixel in the very middle of a hard edge may already be flat. A small rise over the
            // last pixel is the end of the transition.
            if (std::abs(t) > 2 && rise < kFlatSlope * steepest) break;
        }
        return t;
    };
    const int low = end(-1), high = end(1);
    const float least = at(low), most = at(high), contrast = most - least;
    if (contrast < static_cast<float>(kLeastEdge)) return std::nullopt;
    // Texture makes single pixels steep, so the slope is averaged over a quarter of the transition.
    const int over = std::max(1, static_cast<int>(std::lround(contrast / steepest / 4)));
    float slope = over > 1 ? 0 : steepest;
    for (int t = low; over > 1 && t + over <= high; ++t)
        slope = std::max(slope, (at(t + over) - at(t)) / static_cast<float>(over));
    if (over > 1) spread = over * over * kUnitStep;
    // Variances of blurs add up, so the blur of the pixels is subtracted as a square.
    const double sigma = level.sigma;
    const double seen = contrast / slope, blur = kWidthOfBlur * std::sqrt(sigma * sigma + spread);
    double squared = seen * seen - blur * blur;
    if (high - low <= kNarrow)
        squared = std::min(
            squared, 12 * (spread_of(value, low, high) - unseen_spread(pixel) - sigma * sigma));
    // The place at which half of the contrast is reached.
    const float half = (least + most) / 2;
    int t = low;
    while (t + 1 < high && at(t + 1) < half) ++t;
    const double before = at(t), rise = at(t + 1) - before;
    const double middle = t + (rise > 0 ? std::clamp((half - before) / rise, 0.0, 1.0) : 0.5);
    return EdgeTransition{std::max(1.0, pixel * std::sqrt(std::max(squared, 0.0))),
                          contrast,
                          nx,
                          ny,
                          middle,
                          static_cast<double>(high - low)};
}

}  // namespace underpaint
