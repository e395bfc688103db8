// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/reflectance.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <mutex>
#include <opencv2/core.hpp>
#include <tuple>

#include "colour/srgb.h"

namespace underpaint {
namespace {

/// CIE 1931 2-degree colour matching functions and the relative power of D65 (CIE 15:2018).
struct Band {
    double x, y, z, d65;
};
constexpr std::array<Band, kBands> kObserver{{
    {0.001368, 0.000039, 0.006450, 49.9755}, {0.004243, 0.000120, 0.020050, 54.6482},
    {0.014310, 0.000396, 0.067850, 82.7549}, {0.043510, 0.001210, 0.207400, 91.4860},
    {0.134380, 0.004000, 0.645600, 93.4318}, {0.283900, 0.011600, 1.385600, 86.6823},
    {0.348280, 0.023000, 1.747060, 104.865}, {0.336200, 0.038000, 1.772110, 117.008},
    {0.290800, 0.060000, 1.669200, 117.812}, {0.195360, 0.090980, 1.287640, 114.861},
    {0.095640, 0.139020, 0.812950, 115.923}, {0.032010, 0.208020, 0.465180, 108.811},
    {0.004900, 0.323000, 0.272000, 109.354}, {0.009300, 0.503000, 0.158200, 107.802},
    {0.063270, 0.710000, 0.078250, 104.790}, {0.165500, 0.862000, 0.042160, 107.689},
    {0.290400, 0.954000, 0.020300, 104.405}, {0.433450, 0.994950, 0.008750, 104.046},
    {0.594500, 0.995000, 0.003900, 100.000}, {0.762100, 0.952000, 0.002100, 96.3342},
    {0.916300, 0.870000, 0.001650, 95.7880}, {1.026300, 0.757000, 0.001100, 88.6856},
    {1.062200, 0.631000, 0.000800, 90.0062}, {1.002600, 0.503000, 0.000340, 89.5991},
    {0.854450, 0.381000, 0.000190, 87.6987}, {0.642400, 0.265000, 0.000050, 83.2886},
    {0.447900, 0.175000, 0.000020, 83.6992}, {0.283500, 0.107000, 0.000000, 80.0268},
    {0.164900, 0.061000, 0.000000, 80.2146}, {0.087400, 0.032000, 0.000000, 82.2778},
    {0.046770, 0.017000, 0.000000, 78.2842}, {0.022700, 0.008210, 0.000000, 69.7213},
    {0.011359, 0.004102, 0.000000, 71.6091}, {0.005790, 0.002091, 0.000000, 74.3490},
    {0.002899, 0.001047, 0.000000, 61.6040}, {0.001440, 0.000520, 0.000000, 69.8856},
}};

/// What each band adds to linear red, green and blue, per unit of reflectance.
using Weights = std::array<std::array<double, kBands>, 3>;

/// XYZ to linear sRGB is the inverse of the matrix of IEC 61966-2-1. X, Y and Z are scaled to its
/// white first: the sum over bands of 10 nm misses it by some thousandths.
Weights make_weights() {
    const cv::Matx33d xyz_of_rgb(0.4124, 0.3576, 0.1805, 0.2126, 0.7152, 0.0722, 0.0193, 0.1192,
                                 0.9505);
    const cv::Matx33d rgb_of_xyz = xyz_of_rgb.inv();
    const cv::Vec3d white = xyz_of_rgb * cv::Vec3d(1, 1, 1);
    cv::Vec3d sum(0, 0, 0);
    for (const Band& band : kObserver) sum += band.d65 * cv::Vec3d(band.x, band.y, band.z);
    Weights weights;
    for (std::size_t i = 0; i < kBands; ++i) {
        const Band& band = kObserver[i];
        const cv::Vec3d xyz(band.d65 * band.x * white[0] / sum[0],
                            band.d65 * band.y * white[1] / sum[1],
                            band.d65 * band.z * white[2] / sum[2]);
        const cv::Vec3d rgb = rgb_of_xyz * xyz;
        for (std::size_t c = 0; c < 3; ++c) weights[c][i] = rgb[static_cast<int>(c)];
    }
    return weights;
}

const Weights& weights() {
    static const Weights made = make_weights();
    return made;
}

std::array<double, 3> channels_of(const Reflectance& surface) {
    std::array<double, 3> sums{};
    for (std::size_t c = 0; c < 3; ++c)
        for (std::size_t i = 0; i < kBands; ++i) sums[c] += weights()[c][i] * surface[i];
    return sums;
}

/// z, a number of any size for each band.
using Unbounded = std::array<double, kBands>;

Reflectance surface_of(const Unbounded& z) {
    Reflectance rho;
    for (std::size_t i = 0; i < kBands; ++i) rho[i] = (std::tanh(z[i]) + 1) / 2;
    return rho;
}

constexpr int kUnknowns = static_cast<int>(kBands) + 3;
constexpr int kNewtonRounds = 100;
constexpr double kSolved = 1e-9;  // of linear light: the largest error of a solution

/// One Newton step for the stationary point of the sum of squared differences plus `multipliers`
/// times what the channels miss.
double newton_step(Unbounded& z, std::array<double, 3>& multipliers,
                   const std::array<double, 3>& wanted) {
    cv::Mat system = cv::Mat::zeros(kUnknowns, kUnknowns, CV_64F);
    cv::Mat right(kUnknowns, 1, CV_64F);
    const auto bands = static_cast<int>(kBands);
    const Reflectance rho = surface_of(z);
    const auto missed = channels_of(rho);
    double miss = 0;
    for (int i = 0; i < bands; ++i) {
        const auto at = static_cast<std::size_t>(i);
        const double tanh = std::tanh(z[at]), slope = (1 - tanh * tanh) / 2;
        double pull = 0;
        for (std::size_t c = 0; c < 3; ++c) pull += multipliers[c] * weights()[c][at];
        const bool end = i == 0 || i + 1 == bands;
        double smooth = (end ? 2 : 4) * z[at];
        system.at<double>(i, i) = (end ? 2 : 4) - 2 * slope * tanh * pull;
        if (i > 0) system.at<double>(i, i - 1) = -2, smooth -= 2 * z[at - 1];
        if (i + 1 < bands) system.at<double>(i, i + 1) = -2, smooth -= 2 * z[at + 1];
        for (std::size_t c = 0; c < 3; ++c) {
            const int row = bands + static_cast<int>(c);
            system.at<double>(i, row) = system.at<double>(row, i) = slope * weights()[c][at];
        }
        right.at<double>(i) = -(smooth + slope * pull);
    }
    for (std::size_t c = 0; c < 3; ++c) {
        right.at<double>(bands + static_cast<int>(c)) = wanted[c] - missed[c];
        miss = std::max(miss, std::abs(wanted[c] - missed[c]));
    }
    cv::Mat by;
    cv::solve(system, right, by, cv::DECOMP_LU);
    // A longer step would leave the range in which tanh is nearly linear.
    constexpr double longest = 1.5;
    double most = 0;
    for (int i = 0; i < bands; ++i) most = std::max(most, std::abs(by.at<double>(i)));
    const double share = most > longest ? longest / most : 1;
    for (std::size_t i = 0; i < kBands; ++i) z[i] += share * by.at<double>(static_cast<int>(i));
    for (std::size_t c = 0; c < 3; ++c)
        multipliers[c] += share * by.at<double>(bands + static_cast<int>(c));
    return std::max(miss, most * 1e-3);
}

}  // namespace

Reflectance reflectance_of(LinearRgb colour) {
    std::array<double, 3> wanted{};
    for (std::size_t c = 0; c < 3; ++c) {
        const auto v = static_cast<double>(std::array{colour.r, colour.g, colour.b}[c]);
        wanted[c] = v >= kDarkestChannel ? std::min(v, kLightestChannel) : kDarkestChannel;
    }
    // Newton's method starts at the neutral with the same sum, which is close enough for all of
    // sRGB.
    const double mean = (wanted[0] + wanted[1] + wanted[2]) / 3;
    Unbounded z;
    z.fill(std::atanh(2 * mean - 1));
    std::array<double, 3> multipliers{};
    for (int i = 0; i < kNewtonRounds; ++i)
        if (newton_step(z, multipliers, wanted) < kSolved) break;
    return surface_of(z);
}

LinearRgb colour_of(const Reflectance& surface) {
    const auto channels = channels_of(surface);
    return {static_cast<float>(channels[0]), static_cast<float>(channels[1]),
            static_cast<float>(channels[2])};
}

LinearRgb colour_of(std::span<const float, kBands> surface) {
    static const auto rows = [] {
        std::array<std::array<float, kBands>, 3> floats{};
        for (std::size_t c = 0; c < 3; ++c)
            for (std::size_t i = 0; i < kBands; ++i)
                floats[c][i] = static_cast<float>(weights()[c][i]);
        return floats;
    }();
    std::array<float, 3> sums{};
    for (std::size_t c = 0; c < 3; ++c)
        for (std::size_t i = 0; i < kBands; ++i) sums[c] += rows[c][i] * surface[i];
    return {sums[0], sums[1], sums[2]};
}

Reflectance solved_reflectance(Rgb encoded) {
    static std::mutex guard;
    static std::map<std::tuple<float, float, float>, Reflectance> solved;
    const std::tuple key(encoded.r, encoded.g, encoded.b);
    {
        const std::lock_guard lock(guard);
        if (const auto found = solved.find(key); found != solved.end()) return found->second;
    }
    const Reflectance made = reflectance_of(decode(encoded));
    const std::lock_guard lock(guard);
    if (solved.size() >= kMostSolved) solved.clear();
    return solved.emplace(key, made).first->second;
}

}  // namespace underpaint
