// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/viewing.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <opencv2/imgproc.hpp>

namespace underpaint {
namespace {

/// Of one step above 1: the lightest is just inside 16 bits. States are kept all at once, so that
/// they are not kept finer than anything can be told from.
constexpr float kUnit = 8190;

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

void ViewingGrid::average(const FloatBlock& steps, ViewingCells& cells) const {
    const Rect& area = steps.area();
    const auto units = [](float sum) { return static_cast<std::uint16_t>(sum * kUnit + 0.5F); };
    if (across_.empty()) {
        cells.area = area;
        cells.sums.resize(steps.samples().size());
        std::ranges::transform(steps.samples(), cells.sums.begin(),
                               [&](float step) { return units(step - 1); });
        return;
    }
    const auto columns = std::span(across_).subspan(static_cast<std::size_t>(area.x),
                                                    static_cast<std::size_t>(area.width));
    const auto rows = std::span(down_).subspan(static_cast<std::size_t>(area.y),
                                               static_cast<std::size_t>(area.height));
    const int left = columns.front().first, top = rows.front().first;
    // One more than is begun in; at the border that gets nothing.
    cells.area = intersection(
        {left, top, columns.back().first - left + 2, rows.back().first - top + 2}, rect_of(size_));
    const auto run = static_cast<std::size_t>(cells.area.width);
    cells.sums.assign(run * static_cast<std::size_t>(cells.area.height), 0);
    thread_local std::vector<float> above, below, line;
    above.assign(columns.size(), 0), below = above;
    // Rows that go to one row are averaged down first, then all of them across at once.
    const auto send = [&](int to) {
        line.assign(run + 1, 0);
        for (std::size_t x = 0; x < columns.size(); ++x) {
            const auto at = static_cast<std::size_t>(columns[x].first - left);
            line[at] += columns[x].share * above[x];
            line[at + 1] += columns[x].rest * above[x];
        }
        const auto sums = std::span(cells.sums).subspan(static_cast<std::size_t>(to - top) * run);
        for (std::size_t i = 0; i < run; ++i)
            sums[i] = static_cast<std::uint16_t>(sums[i] + units(line[i]));
    };
    int to = top;
    for (int y = 0; y < area.height; ++y) {
        const Shares& share = rows[static_cast<std::size_t>(y)];
        if (share.first != to) {
            send(to);
            above.swap(below);
            below.assign(columns.size(), 0);
            to = share.first;
        }
        const auto row = steps.row(y);
        for (std::size_t x = 0; x < row.size(); ++x) above[x] += share.share * (row[x] - 1);
        if (share.rest > 0)
            for (std::size_t x = 0; x < row.size(); ++x) below[x] += share.rest * (row[x] - 1);
    }
    send(to);
    if (to + 1 < size_.height) {
        above.swap(below);
        send(to + 1);
    }
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
        std::ranges::transform(from, steps.row(y).begin() + area.x, [](std::uint16_t sum) {
            return 1 + static_cast<float>(sum) / kUnit;
        });
    }
}

ViewingTally::ViewingTally(Size pixels, Size picture)
    : grid_(pixels, picture), sums_(static_cast<std::size_t>(grid_.size().area())) {}

void ViewingTally::add(const FloatBlock& steps) {
    thread_local ViewingCells cells;
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
