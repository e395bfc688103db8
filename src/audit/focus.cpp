// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/focus.h"

#include <tbb/parallel_for.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>
#include <opencv2/imgproc.hpp>

namespace underpaint {
namespace {

/// Steps by bins of 1/500 step, to count them in discs many times over: much quicker than sorting.
class BinnedSteps {
public:
    explicit BinnedSteps(const FloatBlock& steps)
        : width_(static_cast<std::size_t>(steps.area().width)), bins_(steps.samples().size()) {
        std::ranges::transform(steps.samples(), bins_.begin(), bin_of);
    }
    static std::uint16_t bin_of(float step) {
        const float bin = (step - 1) * kBinsPerStep + 0.5F;
        return static_cast<std::uint16_t>(bin > 0 ? std::min(bin, kLastBin) : 0.0F);
    }
    std::span<const std::uint16_t> row(int y) const {
        return std::span(bins_).subspan(static_cast<std::size_t>(y) * width_, width_);
    }

    static constexpr int kBinsPerStep = 500;
    static constexpr float kLastBin = 8.0F * kBinsPerStep;

private:
    std::size_t width_;
    std::vector<std::uint16_t> bins_;
};

/// What one disc after another holds.
class DiscHistogram {
public:
    void clear() {
        bins_.fill(0);
        count_ = 0;
    }
    void add(std::span<const std::uint16_t> run) {
        for (const std::uint16_t bin : run) ++bins_[bin];
        count_ += run.size();
    }
    void add(std::span<const float> run) {
        for (const float step : run) ++bins_[BinnedSteps::bin_of(step)];
        count_ += run.size();
    }
    bool empty() const { return count_ == 0; }
    /// The distance between two percentiles (nearest rank), in steps.
    double between(double low, double high) const {
        return static_cast<double>(bin_at(high) - bin_at(low)) / BinnedSteps::kBinsPerStep;
    }

private:
    static constexpr std::size_t kBlock = 64;
    static constexpr std::size_t kBlocks = 8 * BinnedSteps::kBinsPerStep / kBlock + 1;

    /// Goes on by blocks first, whose sums are quickly made.
    std::size_t bin_at(double share) const {
        const auto rank = static_cast<std::uint32_t>(
            std::max(1.0, std::ceil(share * static_cast<double>(count_))));
        std::uint32_t seen = 0;
        std::size_t bin = 0;
        for (; bin < bins_.size(); bin += kBlock) {
            const std::span block = std::span(bins_).subspan(bin, kBlock);
            const auto sum = std::accumulate(block.begin(), block.end(), 0U);
            if (seen + sum >= rank) break;
            seen += sum;
        }
        while ((seen += bins_[bin]) < rank) ++bin;
        return bin;
    }

    std::array<std::uint32_t, kBlocks * kBlock> bins_{};
    std::size_t count_ = 0;
};

}  // namespace

double distance(const Point& a, const Point& b) {
    return std::hypot(a.x - b.x, a.y - b.y);
}

ViewingSteps at_viewing_scale(FloatBlock steps, Size picture, int side) {
    const Size size = steps.area().size();
    const int long_side = std::max(size.width, size.height);
    if (long_side > side) {
        const double shrink = static_cast<double>(side) / long_side;
        const Rect area{0, 0, std::max(1, static_cast<int>(std::lround(size.width * shrink))),
                        std::max(1, static_cast<int>(std::lround(size.height * shrink)))};
        FloatBlock small(area);
        const cv::Mat from(size.height, size.width, CV_32F, steps.samples().data());
        cv::Mat to(area.height, area.width, CV_32F, small.samples().data());
        cv::resize(from, to, to.size(), 0, 0, cv::INTER_AREA);
        steps = std::move(small);
    }
    const double scale = static_cast<double>(steps.area().width) / picture.width;
    return {std::move(steps), scale};
}

namespace {

/// Calls `visit` with each row, and the columns of it from where and how many, whose pixels'
/// centres lie in a disc.
template <class Visit>
void for_disc_rows(Size size, const Point& centre, double radius, Visit visit) {
    const int top = std::max(0, static_cast<int>(std::floor(centre.y - radius)));
    const int bottom = std::min(size.height, static_cast<int>(std::ceil(centre.y + radius)) + 1);
    for (int y = top; y < bottom; ++y) {
        const double dy = y + 0.5 - centre.y, square = radius * radius - dy * dy;
        if (square < 0) continue;
        const double half = std::sqrt(square);
        const int left = std::max(0, static_cast<int>(std::ceil(centre.x - half - 0.5)));
        const int right =
            std::min(size.width - 1, static_cast<int>(std::floor(centre.x + half - 0.5)));
        if (right < left) continue;
        visit(y, static_cast<std::size_t>(left), static_cast<std::size_t>(right - left + 1));
    }
}

/// `steps` as they are or binned.
template <class Steps>
std::optional<double> contrast_in(const Steps& steps, Size size, const Point& centre,
                                  double radius) {
    thread_local DiscHistogram inside;
    inside.clear();
    for_disc_rows(size, centre, radius, [&](int y, std::size_t left, std::size_t count) {
        inside.add(steps.row(y).subspan(left, count));
    });
    if (inside.empty()) return std::nullopt;
    return inside.between(0.05, 0.95);
}

}  // namespace

std::optional<double> disc_contrast(const FloatBlock& steps, const Point& centre, double radius) {
    return contrast_in(steps, steps.area().size(), centre, radius);
}

std::optional<double> disc_mean(const FloatBlock& steps, const Point& centre, double radius) {
    double sum = 0, pixels = 0;
    for_disc_rows(steps.area().size(), centre, radius,
                  [&](int y, std::size_t left, std::size_t count) {
                      for (const float step : steps.row(y).subspan(left, count)) sum += step;
                      pixels += static_cast<double>(count);
                  });
    return pixels > 0 ? std::optional(sum / pixels) : std::nullopt;
}

ContrastGrid contrast_grid(const ViewingSteps& viewing, double radius) {
    const Rect& area = viewing.steps.area();
    ContrastGrid grid;
    grid.radius = radius * viewing.scale;
    grid.spacing = std::max(grid.radius / 2, 1.0);
    const auto places = [&](int length) {
        return length < 2 * grid.radius
                   ? 0
                   : static_cast<int>((length - 2 * grid.radius) / grid.spacing) + 1;
    };
    grid.columns = places(area.width);
    grid.rows = places(area.height);
    if (grid.columns == 0 || grid.rows == 0) return {};
    grid.contrast.resize(static_cast<std::size_t>(grid.columns) * grid.rows);
    const BinnedSteps steps(viewing.steps);
    tbb::parallel_for(0, grid.rows, [&](int row) {
        for (int column = 0; column < grid.columns; ++column)
            grid.contrast[grid.index(column, row)] =
                contrast_in(steps, area.size(), grid.centre(column, row), grid.radius).value_or(0);
    });
    return grid;
}

namespace {

bool clear_of(const Point& centre, const ContrastGrid& grid, double scale,
              std::span<const Focus> foci) {
    return std::ranges::all_of(foci, [&](const Focus& focus) {
        return distance(centre, {focus.centre.x * scale, focus.centre.y * scale}) >=
               2 * grid.radius;
    });
}

}  // namespace

std::vector<Rival> competitors(const ContrastGrid& grid, double scale,
                               std::span<const Focus> foci) {
    std::vector<Rival> places;
    for (int row = 0; row < grid.rows; ++row)
        for (int column = 0; column < grid.columns; ++column) {
            const Point c = grid.centre(column, row);
            if (clear_of(c, grid, scale, foci))
                places.push_back(
                    {{c.x / scale, c.y / scale}, grid.contrast[grid.index(column, row)]});
        }
    return places;
}

std::vector<Rival> find_rivals(const ContrastGrid& grid, double scale,
                               std::span<const Focus> foci) {
    constexpr double excluded = -1;
    std::vector<double> contrast = grid.contrast;
    for (int row = 0; row < grid.rows; ++row)
        for (int column = 0; column < grid.columns; ++column)
            if (!clear_of(grid.centre(column, row), grid, scale, foci))
                contrast[grid.index(column, row)] = excluded;

    std::vector<Rival> rivals;
    for (int row = 0; row < grid.rows; ++row)
        for (int column = 0; column < grid.columns; ++column) {
            const double here = contrast[grid.index(column, row)];
            if (here == excluded) continue;
            // Of equal neighbours the first one counts.
            const auto beaten_by = [&](int x, int y) {
                const std::size_t other = grid.index(x, y), me = grid.index(column, row);
                return contrast[other] > here || (contrast[other] == here && other < me);
            };
            bool highest = true;
            for (int y = std::max(0, row - 1); y <= std::min(grid.rows - 1, row + 1); ++y)
                for (int x = std::max(0, column - 1); x <= std::min(grid.columns - 1, column + 1);
                     ++x)
                    highest = highest && !beaten_by(x, y);
            const Point c = grid.centre(column, row);
            if (highest) rivals.push_back({{c.x / scale, c.y / scale}, here});
        }
    std::ranges::stable_sort(rivals, std::greater(), &Rival::contrast);
    return rivals;
}

std::vector<Rival> find_rivals(const ViewingSteps& viewing, std::span<const Focus> foci,
                               double radius) {
    return find_rivals(contrast_grid(viewing, radius), viewing.scale, foci);
}

std::optional<FocusAudit> audit_focus(const ViewingSteps& now, std::span<const Focus> foci,
                                      const std::optional<FocusAudit>& sealed) {
    if (foci.empty()) return std::nullopt;
    const Focus& lead = foci.front();
    const auto contrast = disc_contrast(
        now.steps, {lead.centre.x * now.scale, lead.centre.y * now.scale}, lead.radius * now.scale);
    if (!contrast) return std::nullopt;

    FocusAudit result;
    result.contrast = *contrast;
    if (sealed) {
        if (sealed->contrast <= 0) return std::nullopt;
        result.kept = *contrast / sealed->contrast;
    }
    const auto rivals = find_rivals(now, foci, lead.radius);
    if (!rivals.empty()) {
        result.rival = rivals.front();
        if (result.rival->contrast > 0) result.lead = *contrast / result.rival->contrast;
    }
    result.verdict = judge_focus(result.kept, result.lead, sealed ? sealed->lead : std::nullopt);
    return result;
}

Verdict judge_focus(double kept, std::optional<double> lead, std::optional<double> sealed_lead) {
    const bool leads = !lead || *lead >= 1;
    const bool led = !sealed_lead || *sealed_lead >= 1;
    if (kept < 0.75 || (led && !leads)) return Verdict::lost;
    return kept >= 0.9 && leads ? Verdict::held : Verdict::slipping;
}

}  // namespace underpaint
