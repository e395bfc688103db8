// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/viewing.h"

#include <algorithm>
#include <array>
#include <atomic>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "blend/tally_rows.h"

namespace underpaint {
namespace {

int long_side(Size size) {
    return std::max(size.width, size.height);
}

/// `pixels` of a picture made so small that its long side is at most `side`.
Size size_within(Size pixels, Size picture, int side) {
    if (long_side(pixels) <= side) return pixels;
    const double shrink = static_cast<double>(side) / long_side(picture);
    const auto length = [&](int v) {
        return std::max(1, static_cast<int>(std::lround(v * shrink)));
    };
    return {length(picture.width), length(picture.height)};
}

/// How far steps are above 1.
std::span<const float> above(std::span<const float> steps, std::vector<float>& memory) {
    memory.resize(steps.size());
    std::ranges::transform(steps, memory.begin(), [](float step) { return step - 1; });
    return memory;
}

ViewingSteps viewing_of(FloatBlock steps, Size picture) {
    const double length = long_side(steps.area().size());
    return {std::move(steps), length / long_side(picture), kViewingSide / length};
}

}  // namespace

ViewingSteps at_viewing_scale(FloatBlock steps, Size picture, int side) {
    const Size is = steps.area().size(), wanted = size_within(is, picture, side);
    if (wanted != is) {
        FloatBlock small(rect_of(wanted));
        const cv::Mat from(is.height, is.width, CV_32F, steps.samples().data());
        cv::Mat to(wanted.height, wanted.width, CV_32F, small.samples().data());
        cv::resize(from, to, to.size(), 0, 0, cv::INTER_AREA);
        steps = std::move(small);
    }
    return viewing_of(std::move(steps), picture);
}

ViewingGrid::ViewingGrid(Size pixels, Size picture)
    : size_(size_within(pixels, picture, kViewingSide)), picture_(picture) {
    if (size_ == pixels) return;
    across_ = shares(pixels.width, size_.width);
    down_ = shares(pixels.height, size_.height);
}

std::vector<ViewingGrid::Shares> ViewingGrid::shares(int from, int to) {
    std::vector<Shares> all;
    const double by = static_cast<double>(to) / from;
    for (int i = 0; i < from; ++i) {
        const double begin = i * by, end = begin + by;
        const int first = std::min(static_cast<int>(begin), to - 1);
        const double inside = first + 1 < to ? std::min(end, first + 1.0) - begin : by;
        all.push_back({first, static_cast<float>(inside), static_cast<float>(by - inside)});
    }
    return all;
}

int ViewingGrid::complete_rows(int pixel_rows) const {
    if (!averages()) return pixel_rows;
    const auto next = static_cast<std::size_t>(pixel_rows);
    return next < down_.size() ? down_[next].first : size_.height;
}

double ViewingGrid::scale() const {
    return static_cast<double>(long_side(size_)) / long_side(picture_);
}

double ViewingGrid::pixel() const {
    return static_cast<double>(kViewingSide) / long_side(size_);
}

template <std::size_t channels, class Row, class Send>
void ViewingGrid::sum_up(const Rect& area, Rect& cells, Row row, Send send) const {
    const auto columns = std::span(across_).subspan(static_cast<std::size_t>(area.x),
                                                    static_cast<std::size_t>(area.width));
    const auto rows = std::span(down_).subspan(static_cast<std::size_t>(area.y),
                                               static_cast<std::size_t>(area.height));
    const int left = columns.front().first, top = rows.front().first;
    // One cell more than begins in the area; at the picture's border it receives nothing.
    cells = intersection({left, top, columns.back().first - left + 2, rows.back().first - top + 2},
                         rect_of(size_));
    using Sums = std::array<float, channels>;
    thread_local std::array<std::vector<float>, channels> above, below;
    thread_local std::vector<Sums> line;
    for (std::size_t c = 0; c < channels; ++c)
        above[c].assign(columns.size(), 0), below[c].assign(columns.size(), 0);
    line.resize(static_cast<std::size_t>(cells.width) + 1);
    // All rows that belong to one cell row are averaged first, then that row is averaged across.
    const auto across = [&](int to) {
        Sums here{}, next{};
        int at = left;
        for (std::size_t x = 0; x < columns.size(); ++x) {
            const Shares& column = columns[x];
            if (column.first != at) {
                line[static_cast<std::size_t>(at++ - left)] = here;
                here = next, next = {};
            }
            for (std::size_t c = 0; c < channels; ++c) {
                here[c] += column.share * above[c][x];
                next[c] += column.rest * above[c][x];
            }
        }
        line[static_cast<std::size_t>(at - left)] = here;
        line[static_cast<std::size_t>(at + 1 - left)] = next;
        send(to, std::span<const Sums>(line).first(static_cast<std::size_t>(cells.width)));
    };
    int to = top;
    for (int y = 0; y < area.height; ++y) {
        const auto [first, share, rest] = rows[static_cast<std::size_t>(y)];
        if (first != to) {
            across(to);
            above.swap(below);
            for (auto& row_below : below) std::ranges::fill(row_below, 0.0F);
            to = first;
        }
        for (std::size_t c = 0; c < channels; ++c) {
            const std::span<const float> from = row(y, c);
            const std::span<float> here(above[c]), next(below[c]);
            add_weighted_row(from, share, here);
            if (rest > 0) add_weighted_row(from, rest, next);
        }
    }
    across(to);
    if (to + 1 < size_.height) {
        above.swap(below);
        across(to + 1);
    }
}

namespace {

std::uint16_t step_units(float above_one) {
    return static_cast<std::uint16_t>(above_one * kStepUnit + 0.5F);
}
LinearSum linear_units(float r, float g, float b) {
    const auto units = [](float sum) { return static_cast<LinearSum>(sum * kLightUnit + 0.5F); };
    return units(r) | units(g) << kLightBits | units(b) << 2 * kLightBits;
}

/// The row of some cells, which are begun anew with their first row.
template <class Unit>
std::span<Unit> row_of(Cells<Unit>& cells, int y) {
    const auto width = static_cast<std::size_t>(cells.area.width);
    return std::span(cells.sums).subspan(static_cast<std::size_t>(y - cells.area.y) * width, width);
}
template <class Unit>
void begin_anew(Cells<Unit>& cells) {
    cells.sums.assign(static_cast<std::size_t>(cells.area.size().area()), 0);
}

}  // namespace

void ViewingGrid::average(const FloatBlock& steps, StepCells& cells) const {
    if (!averages()) {
        cells.area = steps.area();
        cells.sums.resize(steps.samples().size());
        std::ranges::transform(steps.samples(), cells.sums.begin(),
                               [&](float step) { return step_units(step - 1); });
        return;
    }
    cells.area = {};
    sum_up<1>(
        steps.area(), cells.area,
        [&, above_one = std::vector<float>()](int y, std::size_t) mutable {
            return above(steps.row(y), above_one);
        },
        [&](int to, const auto& line) {
            if (to == cells.area.y) begin_anew(cells);
            std::ranges::transform(line, row_of(cells, to).begin(),
                                   [](const auto& sums) { return step_units(sums[0]); });
        });
}

void ViewingGrid::average(const FloatBlock& steps, const RgbBlock& linear, StepCells& step_cells,
                          LinearCells& linear_cells) const {
    Rect area;
    sum_up<4>(
        steps.area(), area,
        [&, above_one = std::vector<float>()](int y, std::size_t channel) mutable {
            const ConstRgbRow row = linear.row(y);
            switch (channel) {
                case 0: return row.r;
                case 1: return row.g;
                case 2: return row.b;
                default: return above(steps.row(y), above_one);
            }
        },
        [&](int to, const auto& line) {
            if (to == area.y) {
                step_cells.area = linear_cells.area = area;
                begin_anew(step_cells), begin_anew(linear_cells);
            }
            std::ranges::transform(line, row_of(step_cells, to).begin(),
                                   [](const auto& sums) { return step_units(sums[3]); });
            std::ranges::transform(line, row_of(linear_cells, to).begin(), [](const auto& sums) {
                return linear_units(sums[0], sums[1], sums[2]);
            });
        });
}

ViewingSteps ViewingGrid::steps(std::span<const std::uint16_t> sums) const {
    FloatBlock steps(rect_of(size_));
    read(sums, rect_of(size_), steps);
    return viewing_of(std::move(steps), picture_);
}

void ViewingGrid::read(std::span<const std::uint16_t> sums, const Rect& area,
                       FloatBlock& steps) const {
    const auto left = static_cast<std::size_t>(area.x),
               width = static_cast<std::size_t>(area.width);
    for (int y = area.y; y < area.bottom(); ++y) {
        const auto from = sums.subspan(
            static_cast<std::size_t>(y) * static_cast<std::size_t>(size_.width) + left, width);
        std::ranges::transform(from, steps.row(y).begin() + area.x, step_of_sum);
    }
}

bool ViewingGrid::cover(const Picture& mask, const Rect& area, FloatBlock& cover) const {
    cover.reshape(area);
    if (!averages()) {
        if (mask.surely_all(0, area, 0)) return false;
        mask.read_channel(0, area, cover.samples());
        return true;
    }
    // The cells that overlap the area: those that begin in it, and the one before.
    const auto first_on = [](const std::vector<Shares>& shares, int at) {
        const auto from = std::ranges::lower_bound(shares, at - 1, {}, &Shares::first);
        return static_cast<int>(from - shares.begin());
    };
    const Rect from{first_on(across_, area.x), first_on(down_, area.y), 0, 0};
    const Rect pixels{from.x, from.y, first_on(across_, area.right() + 1) - from.x,
                      first_on(down_, area.bottom() + 1) - from.y};
    if (mask.surely_all(0, pixels, 0)) return false;
    std::ranges::fill(cover.samples(), 0.0F);
    thread_local std::vector<float> covers;
    covers.resize(static_cast<std::size_t>(pixels.width));
    Rect cells;
    sum_up<1>(
        pixels, cells,
        [&](int y, std::size_t) {
            mask.read_channel(0, pixels.x, pixels.y + y, covers);
            return std::span<const float>(covers);
        },
        [&](int to, const auto& line) {
            if (to < area.y || to >= area.bottom()) return;
            const auto row = cover.row(to - area.y);
            for (int x = area.x; x < area.right(); ++x)
                row[static_cast<std::size_t>(x - area.x)] +=
                    line[static_cast<std::size_t>(x - cells.x)][0];
        });
    // Rounding can leave a coverage slightly above 1.
    for (float& v : cover.samples()) v = std::min(v, 1.0F);
    return true;
}

ViewingTally::ViewingTally(Size pixels, Size picture)
    : grid_(pixels, picture), sums_(static_cast<std::size_t>(grid_.size().area())) {}

void ViewingTally::add(const FloatBlock& steps) {
    thread_local StepCells cells;
    grid_.average(steps, cells);
    const auto width = static_cast<std::size_t>(grid_.size().width);
    auto sum = cells.sums.begin();
    for (int y = cells.area.y; y < cells.area.bottom(); ++y)
        for (int x = cells.area.x; x < cells.area.right(); ++x, ++sum)
            if (*sum != 0)
                std::atomic_ref(
                    sums_[static_cast<std::size_t>(y) * width + static_cast<std::size_t>(x)])
                    .fetch_add(*sum, std::memory_order_relaxed);
}

}  // namespace underpaint
