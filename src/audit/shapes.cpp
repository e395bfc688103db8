// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/shapes.h"

#include <algorithm>

namespace underpaint {
namespace {

constexpr std::size_t kBins = 401;
constexpr double kBinsPerStep = 50;

/// Sums over bins from 0 up to, without, i.
struct Sums {
    std::vector<double> weight, moment;

    explicit Sums(const StepHistogram& steps) : weight(kBins + 1), moment(kBins + 1) {
        for (std::size_t bin = 0; bin < kBins; ++bin) {
            const double step = 1 + static_cast<double>(bin) / kBinsPerStep;
            const double share =
                steps.share_between(step - 0.5 / kBinsPerStep, step + 0.5 / kBinsPerStep);
            weight[bin + 1] = weight[bin] + share;
            moment[bin + 1] = moment[bin] + share * step;
        }
    }
    /// What bins from .. to, without, add to the criterion as one shape.
    double worth(std::size_t from, std::size_t to) const {
        const double w = weight[to] - weight[from], m = moment[to] - moment[from];
        return w > 0 ? m * m / w : 0;
    }
};

}  // namespace

std::vector<double> shape_shares(const StepHistogram& steps, const Splits& splits) {
    std::vector<double> shares;
    double below = 0;  // of the scale: everything is above it
    for (std::size_t i = 0; i <= splits.size(); ++i) {
        const double above = i < splits.size() ? splits[i] : 100;
        shares.push_back(steps.share_between(below, above));
        below = above;
    }
    return shares;
}

Splits best_splits(const StepHistogram& steps, ShapeCount count) {
    const Sums sums(steps);
    const std::size_t shapes = number_of(count);
    // best[k][i]: the most that bins below i are worth as k + 1 shapes; cut[k][i]: where the last
    // of these begins.
    std::vector best(shapes, std::vector<double>(kBins + 1));
    std::vector cut(shapes, std::vector<std::size_t>(kBins + 1));
    for (std::size_t i = 0; i <= kBins; ++i) best[0][i] = sums.worth(0, i);
    for (std::size_t k = 1; k < shapes; ++k)
        for (std::size_t i = 0; i <= kBins; ++i) {
            best[k][i] = -1;
            for (std::size_t j = 0; j <= i; ++j) {
                const double worth = best[k - 1][j] + sums.worth(j, i);
                if (worth > best[k][i] + 1e-12) best[k][i] = worth, cut[k][i] = j;
            }
        }
    Splits splits;
    std::size_t end = kBins;
    for (std::size_t k = shapes; k-- > 1;) {
        const std::size_t first = cut[k][end];
        // An empty stretch above the cut is as good all along: take its middle.
        std::size_t last = first;
        while (last < kBins && sums.weight[last + 1] == sums.weight[first]) ++last;
        const double at = static_cast<double>(first + (last < kBins ? last : first)) / 2;
        splits.insert(splits.begin(), 1 + (at - 0.5) / kBinsPerStep);
        end = first;
    }
    ShapeSplits ordered;
    ordered.set(count, splits);
    return ordered.of(count);
}

}  // namespace underpaint
