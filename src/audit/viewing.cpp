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

ViewingTally::ViewingTally(Size pixels, Size picture)
    : size_(size_within(pixels, picture, kViewingSide)),
      picture_(picture),
      averages_(size_ != pixels),
      sums_(static_cast<std::size_t>(size_.area())) {
    if (!averages_) return;
    across_ = cells(pixels.width, size_.width);
    down_ = cells(pixels.height, size_.height);
}

std::vector<ViewingTally::Cells> ViewingTally::cells(int from, int to) {
    std::vector<Cells> all;
    const double by = static_cast<double>(to) / from;
    for (int i = 0; i < from; ++i) {
        const double begin = i * by, end = begin + by;
        const int first = std::min(static_cast<int>(begin), to - 1);
        const double inside = first + 1 < to ? std::min(end, first + 1.0) - begin : by;
        all.push_back({first, static_cast<float>(inside), static_cast<float>(by - inside)});
    }
    return all;
}

void ViewingTally::add(const FloatBlock& steps) {
    const Rect& area = steps.area();
    const auto width = static_cast<std::size_t>(size_.width);
    if (!averages_) {
        for (int y = 0; y < area.height; ++y) {
            const auto row = steps.row(y);
            const std::size_t at =
                static_cast<std::size_t>(area.y + y) * width + static_cast<std::size_t>(area.x);
            for (std::size_t x = 0; x < row.size(); ++x)
                sums_[at + x] = static_cast<std::uint16_t>((row[x] - 1) * kUnit + 0.5F);
        }
        return;
    }
    const auto columns = std::span(across_).subspan(static_cast<std::size_t>(area.x),
                                                    static_cast<std::size_t>(area.width));
    const int left = columns.front().first;
    const auto run = static_cast<std::size_t>(columns.back().first - left) + 2;
    thread_local std::vector<float> above, below, line;
    above.assign(columns.size(), 0), below = above;
    // Rows that go to one row are averaged down first, then all of them across at once.
    const auto send = [&](int to) {
        line.assign(run, 0);
        for (std::size_t x = 0; x < columns.size(); ++x) {
            const auto at = static_cast<std::size_t>(columns[x].first - left);
            line[at] += columns[x].share * above[x];
            line[at + 1] += columns[x].rest * above[x];
        }
        const std::size_t at =
            static_cast<std::size_t>(to) * width + static_cast<std::size_t>(left);
        for (std::size_t i = 0; i < run; ++i)
            if (line[i] > 0)
                std::atomic_ref(sums_[at + i])
                    .fetch_add(static_cast<std::uint16_t>(line[i] * kUnit + 0.5F),
                               std::memory_order_relaxed);
    };
    int to = down_[static_cast<std::size_t>(area.y)].first;
    for (int y = 0; y < area.height; ++y) {
        const Cells& cells = down_[static_cast<std::size_t>(area.y + y)];
        if (cells.first != to) {
            send(to);
            above.swap(below);
            below.assign(columns.size(), 0);
            to = cells.first;
        }
        const auto row = steps.row(y);
        for (std::size_t x = 0; x < row.size(); ++x) above[x] += cells.share * (row[x] - 1);
        if (cells.rest > 0)
            for (std::size_t x = 0; x < row.size(); ++x) below[x] += cells.rest * (row[x] - 1);
    }
    send(to);
    if (to + 1 < size_.height) {
        above.swap(below);
        send(to + 1);
    }
}

ViewingSteps ViewingTally::steps() const {
    FloatBlock steps(rect_of(size_));
    std::ranges::transform(sums_, steps.samples().begin(),
                           [](std::uint16_t sum) { return 1 + static_cast<float>(sum) / kUnit; });
    return viewing_of(std::move(steps), picture_);
}

}  // namespace underpaint
