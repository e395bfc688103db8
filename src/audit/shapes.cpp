// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/shapes.h"

#include <algorithm>
#include <cmath>

namespace underpaint {
namespace {

constexpr int kMostBins = 800;
constexpr double kFinest = 500;  // histogram bins per step

/// The stretch of the scale that a picture has values in, in even bins: as fine as the histogram
/// where it is short, so that a picture of little contrast is parted as well as any other.
struct Bins {
    double darkest;  ///< of the histogram's bins, counted from black
    double each;     ///< of them in one
    std::size_t count;

    explicit Bins(const StepHistogram& steps) {
        const auto at = [&](double share) {
            return std::round((steps.percentile(share) - 1) * kFinest);
        };
        darkest = at(0);
        const double all = at(1) - darkest + 1;
        each = std::ceil(all / kMostBins);
        count = static_cast<std::size_t>(std::ceil(all / each));
    }
    /// Where bin i begins, and the middle of it.
    double begin(std::size_t i) const { return step(static_cast<double>(i) * each - 0.5); }
    double middle(std::size_t i) const { return step((static_cast<double>(i) + 0.5) * each - 0.5); }
    double share(const StepHistogram& steps, std::size_t i) const {
        // Just below the border of two bins, so that rounding can't move a split to the next bin.
        const double a_little = 0.25 / kFinest;
        return steps.share_between(begin(i) + a_little, begin(i + 1) + a_little);
    }

private:
    double step(double bin) const { return 1 + (darkest + bin) / kFinest; }
};

/// Sums over bins from 0 up to, without, i.
struct Sums {
    std::vector<double> weight, moment;

    Sums(const StepHistogram& steps, const Bins& bins)
        : weight(bins.count + 1), moment(bins.count + 1) {
        for (std::size_t bin = 0; bin < bins.count; ++bin) {
            const double share = bins.share(steps, bin);
            weight[bin + 1] = weight[bin] + share;
            moment[bin + 1] = moment[bin] + share * bins.middle(bin);
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
    double below = 0;  // the bottom of the scale
    for (std::size_t i = 0; i <= splits.size(); ++i) {
        const double above = i < splits.size() ? splits[i] : 100;
        shares.push_back(steps.share_between(below, above));
        below = above;
    }
    return shares;
}

Splits best_splits(const StepHistogram& steps, ShapeCount count) {
    const Bins bins(steps);
    const Sums sums(steps, bins);
    const std::size_t shapes = number_of(count);
    // best[k][i]: the best score of the bins below i split into k + 1 shapes; cut[k][i]: where the
    // last of these shapes begins.
    std::vector best(shapes, std::vector<double>(bins.count + 1));
    std::vector cut(shapes, std::vector<std::size_t>(bins.count + 1));
    for (std::size_t i = 0; i <= bins.count; ++i) best[0][i] = sums.worth(0, i);
    for (std::size_t k = 1; k < shapes; ++k)
        for (std::size_t i = 0; i <= bins.count; ++i) {
            best[k][i] = -1;
            for (std::size_t j = 0; j <= i; ++j) {
                const double worth = best[k - 1][j] + sums.worth(j, i);
                if (worth > best[k][i] + 1e-12) best[k][i] = worth, cut[k][i] = j;
            }
        }
    Splits splits;
    std::size_t end = bins.count;
    for (std::size_t k = shapes; k-- > 1;) {
        const std::size_t first = cut[k][end];
        // Every cut in an empty stretch scores the same: take its middle.
        std::size_t last = first;
        while (last < bins.count && sums.weight[last + 1] == sums.weight[first]) ++last;
        const double at = static_cast<double>(first + (last < bins.count ? last : first)) / 2;
        splits.insert(splits.begin(), bins.begin(0) + (bins.begin(1) - bins.begin(0)) * at);
        end = first;
    }
    ShapeSplits ordered;
    ordered.set(count, splits);
    return ordered.of(count);
}

}  // namespace underpaint
