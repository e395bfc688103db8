// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/even_light.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numbers>
#include <opencv2/core.hpp>
#include <utility>

#include "audit/step_histogram.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "practice/place_in_words.h"
#include "raster/regions.h"
#include "render/readings.h"

namespace underpaint {
namespace {

constexpr int kShadowRounds = 12;    // rounds of finding the shadow and fitting the light beside it
constexpr double kInOnePiece = 0.8;  // share of a shadow that lies in one piece
// Share of a shadow that lies in the reference's darks, and in its lights.
constexpr double kOfEither = 0.15;
constexpr double kFallsAlike = 0.3;  // difference allowed between the falls in darks and in lights
// Share of the variance that two levels explain; evenly spread levels reach 0.75.
constexpr double kSaidByTwo = 0.8;
constexpr double kSureShare = 0.03;  // share of a half that must lie on either side

/// What is left of a picture's light, natural logarithm, under a plane of light, a height for each
/// shape, and a step down where a shadow is.
class LightFit {
public:
    LightFit(Size size, std::vector<double> light, const std::vector<std::size_t>& shapes)
        : size_(size), light_(std::move(light)), shapes_(shapes) {
        if (!shapes.empty()) heights_ = static_cast<int>(*std::ranges::max_element(shapes)) + 1;
    }
    /// Least squares. \param shadow empty: none \param sloping false: the plane lies flat
    bool fit(const std::vector<std::uint8_t>& shadow, bool sloping = true) {
        const int unknowns = heights_ + 2 + !shadow.empty();
        const double by = sloping ? 1 : 0;
        cv::Mat normal = cv::Mat::zeros(unknowns, unknowns, CV_64F),
                right = cv::Mat::zeros(unknowns, 1, CV_64F);
        each([&](double x, double y, std::size_t i) {
            const std::array row{std::pair(shape_at(i), 1.0), std::pair(heights_, by * x),
                                 std::pair(heights_ + 1, by * y), std::pair(heights_ + 2, 1.0)};
            const std::size_t terms = !shadow.empty() && shadow[i] != 0 ? 4 : 3;
            for (std::size_t a = 0; a < terms; ++a) {
                for (std::size_t b = 0; b < terms; ++b)
                    normal.at<double>(row[a].first, row[b].first) += row[a].second * row[b].second;
                right.at<double>(row[a].first) += row[a].second * light_[i];
            }
        });
        return cv::solve(normal, right, found_, cv::DECOMP_SVD);
    }
    /// The light over the plane and the shapes' heights: 0 but for a shadow and what was painted.
    std::vector<double> left() const {
        std::vector<double> left(light_.size());
        each([&](double x, double y, std::size_t i) {
            left[i] = light_[i] - found_.at<double>(shape_at(i)) - slope(x, y);
        });
        return left;
    }
    /// Sum of squares of what is left beside a shadow that was fitted.
    double over(const std::vector<std::uint8_t>& shadow) const {
        const std::vector<double> over = left();
        double sum = 0;
        for (std::size_t i = 0; i < over.size(); ++i) {
            const double off = over[i] - shadow[i] * found_.at<double>(heights_ + 2);
            sum += off * off;
        }
        return sum;
    }
    double slope(double x, double y) const {
        return found_.at<double>(heights_) * x + found_.at<double>(heights_ + 1) * y;
    }
    /// Every pixel with its place, -0.5 to 0.5 across and down.
    template <class Act>
    void each(const Act& act) const {
        std::size_t i = 0;
        for (int y = 0; y < size_.height; ++y)
            for (int x = 0; x < size_.width; ++x, ++i)
                act(static_cast<double>(x) / size_.width - 0.5,
                    static_cast<double>(y) / size_.height - 0.5, i);
    }

private:
    int shape_at(std::size_t i) const { return shapes_.empty() ? 0 : static_cast<int>(shapes_[i]); }

    Size size_;
    std::vector<double> light_;
    const std::vector<std::size_t>& shapes_;
    int heights_ = 1;
    cv::Mat found_;
};

/// Where the light that is left is low, by Otsu's split.
std::vector<std::uint8_t> low_light(const std::vector<double>& left) {
    // Centred in the histogram of steps; light further off is not counted.
    std::vector<float> shifted(left.size());
    std::ranges::transform(left, shifted.begin(), [](double light) {
        return static_cast<float>(5 + std::clamp(light, -3.0, 3.0));
    });
    StepHistogram histogram;
    histogram.add(shifted);
    const double split = histogram.otsu_split();
    std::vector<std::uint8_t> low(left.size());
    std::ranges::transform(shifted, low.begin(), [&](float light) {
        return static_cast<std::uint8_t>(static_cast<double>(light) < split);
    });
    return low;
}

/// The low light that leaves least over beside the plane. A shadow bends the plane and the plane
/// hides the shadow, so each is found beside the other, begun once with a plane and once without.
std::vector<std::uint8_t> lowest_light(LightFit& fit) {
    std::vector<std::uint8_t> best;
    double least = std::numeric_limits<double>::infinity();
    for (const bool sloping : {true, false}) {
        if (!fit.fit({}, sloping)) continue;
        std::vector<std::uint8_t> low = low_light(fit.left());
        for (int round = 0; round < kShadowRounds && fit.fit(low); ++round)
            if (low == std::exchange(low, low_light(fit.left()))) break;
        if (fit.fit(low) && fit.over(low) < least) least = fit.over(low), best = std::move(low);
    }
    return best;
}

/// The shadow that the low light is, if it is one.
std::optional<CastShadow> shadow_in(Size size, const std::vector<double>& left,
                                    const std::vector<std::uint8_t>& low,
                                    const std::vector<std::size_t>& halves) {
    // For each half of the reference: sums and counts outside and inside the shadow.
    std::array<std::array<double, 2>, 2> sum{}, count{};
    double squares = 0;
    for (std::size_t i = 0; i < left.size(); ++i) {
        sum[halves[i]][low[i]] += left[i], ++count[halves[i]][low[i]];
        squares += left[i] * left[i];
    }
    const double inside = count[0][1] + count[1][1];
    if (inside <= 0) return std::nullopt;
    std::array<double, 2> falls{};
    for (std::size_t half = 0; half < 2; ++half) {
        const double whole = count[half][0] + count[half][1];
        if (count[half][0] < kSureShare * whole || count[half][1] < kSureShare * whole ||
            count[half][1] < kOfEither * inside)
            return std::nullopt;
        falls[half] = sum[half][0] / count[half][0] - sum[half][1] / count[half][1];
    }
    // The share of the light's variance that the two levels explain. Gradual light has no edge.
    const double all = static_cast<double>(left.size()),
                 mean = (sum[0][0] + sum[0][1] + sum[1][0] + sum[1][1]) / all;
    double said = 0;
    for (std::size_t half = 0; half < 2; ++half)
        for (std::size_t side = 0; side < 2; ++side)
            said += sum[half][side] * sum[half][side] / count[half][side] / all;
    const bool has_edge = said - mean * mean >= kSaidByTwo * (squares / all - mean * mean);
    const auto& [small, large] = std::minmax(falls[0], falls[1]);
    const Regions regions = find_regions(size, low);
    const Region& shadow = regions.regions.front();
    const CastShadow found{place_in_words(shadow.bounds, size), inside / all,
                           (falls[0] + falls[1]) / 2 / std::numbers::ln2};
    const bool is_one = has_edge && small > (1 - kFallsAlike) * large &&
                        found.stops >= kLeastShadowStops && found.share >= kLeastShadowShare &&
                        static_cast<double>(shadow.area) >= kInOnePiece * inside;
    return is_one ? std::optional(found) : std::nullopt;
}

}  // namespace

std::optional<CastShadow> even_out(RgbBlock& study, Reader reader, const FloatBlock& reference,
                                   const std::vector<std::size_t>& shapes,
                                   const std::vector<std::size_t>& halves) {
    const FloatBlock steps = steps_of(study, reader);
    const auto light_at = [](float step) {
        return std::log(
            std::max(1e-3, static_cast<double>(luminance_of_lightness(lightness_of_step(step)))));
    };
    std::vector<double> light(steps.samples().size());
    for (std::size_t i = 0; i < light.size(); ++i)
        light[i] =
            light_at(steps.samples()[i]) - (shapes.empty() ? light_at(reference.samples()[i]) : 0);
    LightFit fit(study.area().size(), std::move(light), shapes);
    const std::vector<std::uint8_t> low = lowest_light(fit);
    std::optional<CastShadow> shadow;
    if (!low.empty() && fit.fit(low))
        shadow = shadow_in(study.area().size(), fit.left(), low, halves);
    if (!shadow && !fit.fit({})) return std::nullopt;
    fit.each([&](double x, double y, std::size_t i) {
        const auto by = static_cast<float>(std::exp(-fit.slope(x, y)));
        const LinearRgb c = decode(ConstRgbRow(study.all())[i]);
        const Rgb lit = encode({c.r * by, c.g * by, c.b * by});
        study.all().set(i, {std::min(1.0F, lit.r), std::min(1.0F, lit.g), std::min(1.0F, lit.b)});
    });
    return shadow;
}

}  // namespace underpaint
