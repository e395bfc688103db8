// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/measures/gaps.h"

#include <fmt/format.h>

#include <algorithm>
#include <numeric>
#include <opencv2/imgproc.hpp>

#include "audit/slips.h"
#include "audit/sought.h"
#include "audit/viewing.h"
#include "raster/in_parallel.h"
#include "render/tiles.h"

namespace underpaint {

bool brings_colour(const Pass& pass) {
    const bool brings =
        std::visit([](const auto& source) { return std::decay_t<decltype(source)>::brings_colour; },
                   pass.source);
    return brings && !pass.ground && pass.reach.band.whole_scale();
}

ReachedFirst::ReachedFirst(Size size, int strip_rows)
    : size_(size),
      strip_rows_(strip_rows),
      columns_((size.width + kTileSide - 1) / kTileSide),
      strips_(strip_at(0, size.height - 1 + strip_rows)) {}

std::size_t ReachedFirst::strip_at(int x, int y) const {
    return static_cast<std::size_t>(y / strip_rows_) * static_cast<std::size_t>(columns_) +
           static_cast<std::size_t>(x / kTileSide);
}

bool ReachedFirst::add(const FloatBlock& cover, std::size_t pass, FloatBlock& sum) {
    const std::uint8_t index = number_of(pass + 1);
    Strip& strip = strips_[strip_at(cover.area().x, cover.area().y)];
    const auto is = cover.samples();
    const auto all = sum.samples();
    std::size_t reached = 0;
    for (std::size_t i = 0; i < is.size(); ++i) {
        all[i] += is[i];
        reached += all[i] >= 0.5F;
    }
    if (reached == 0) return false;
    if (reached == is.size() && strip.each.empty()) {
        strip.all = index;
        first_anywhere_[index] = true;
        return true;
    }
    if (strip.each.empty()) strip.each.assign(is.size(), kNever);
    bool first = false;
    for (std::size_t i = 0; i < is.size(); ++i)
        if (all[i] >= 0.5F && strip.each[i] == kNever) strip.each[i] = index, first = true;
    if (first) first_anywhere_[index] = true;
    return reached == is.size();
}

void ReachedFirst::open_runs(int y, std::size_t passes, std::vector<Run>& runs) const {
    const std::uint8_t last = number_of(passes);
    const std::size_t before = runs.size();
    const auto add = [&](int left, int end) {
        if (runs.size() > before && runs.back().end == left)
            runs.back().end = end;
        else
            runs.push_back({y, left, end});
    };
    for (int left = 0; left < size_.width; left += kTileSide) {
        const Strip& strip = strips_[strip_at(left, y)];
        const int width = std::min(kTileSide, size_.width - left);
        if (strip.each.empty()) {
            if (strip.all > last) add(left, left + width);
            continue;
        }
        const auto row = strip.each.begin() + y % strip_rows_ * width, end = row + width;
        const auto open = [last](std::uint8_t first) { return first > last; };
        for (auto from = std::find_if(row, end, open); from != end;) {
            const auto to = std::find_if_not(from, end, open);
            add(left + static_cast<int>(from - row), left + static_cast<int>(to - row));
            from = std::find_if(to, end, open);
        }
    }
}

namespace {

using Run = ReachedFirst::Run;

/// Runs of one piece under one root.
class Pieces {
public:
    std::size_t add() {
        parent_.push_back(parent_.size());
        return parent_.size() - 1;
    }
    std::size_t root(std::size_t i) {
        while (parent_[i] != i) i = parent_[i] = parent_[parent_[i]];
        return i;
    }
    void join(std::size_t a, std::size_t b) {
        a = root(a), b = root(b);
        parent_[std::max(a, b)] = std::min(a, b);
    }

private:
    std::vector<std::size_t> parent_;
};

struct Piece {
    std::int64_t area = 0;
    Rect bounds;
    Point middle;  // of its first run
};

std::vector<Piece> pieces_of(const std::vector<Run>& runs) {
    Pieces pieces;
    std::size_t above = 0;  // index of the first run in the row above that may touch this one
    for (std::size_t i = 0; i < runs.size(); ++i) {
        pieces.add();
        const Run& run = runs[i];
        while (above < i && (runs[above].y < run.y - 1 ||
                             (runs[above].y == run.y - 1 && runs[above].end < run.left)))
            ++above;
        for (std::size_t k = above; k < i && runs[k].y == run.y - 1 && runs[k].left <= run.end; ++k)
            pieces.join(i, k);
    }
    std::vector<Piece> all(runs.size());
    for (std::size_t i = 0; i < runs.size(); ++i) {
        const Run& run = runs[i];
        Piece& piece = all[pieces.root(i)];
        const Rect of_run{run.left, run.y, run.end - run.left, 1};
        if (piece.area == 0) {
            piece.bounds = of_run;
            piece.middle = {(run.left + run.end) / 2.0, run.y + 0.5};
        } else {
            const int left = std::min(piece.bounds.x, run.left);
            const int right = std::max(piece.bounds.right(), run.end);
            piece.bounds = {left, piece.bounds.y, right - left, run.y + 1 - piece.bounds.y};
        }
        piece.area += run.end - run.left;
    }
    std::erase_if(all, [](const Piece& piece) { return piece.area == 0; });
    return all;
}

}  // namespace

std::optional<GapsAudit> gaps_after(const ReachedFirst& reached, std::size_t passes) {
    constexpr std::size_t most_runs = 1'000'000;
    const Size size = reached.size();
    std::vector<Run> runs;
    std::vector<cv::Point2f> ends;  // both ends of what is reached, row by row
    for (int y = 0; y < size.height; ++y) {
        const std::size_t before = runs.size();
        reached.open_runs(y, passes, runs);
        if (runs.size() > most_runs) return std::nullopt;
        int left = 0, right = size.width;
        if (runs.size() > before) {
            if (runs[before].left == 0) left = runs[before].end;
            if (runs.back().end == size.width) right = runs.back().left;
        }
        if (left >= right) continue;
        for (const int x : {left, right})
            for (const int edge : {y, y + 1})
                ends.emplace_back(static_cast<float>(x), static_cast<float>(edge));
    }
    GapsAudit gaps;
    if (runs.empty() || ends.empty()) return gaps;

    std::vector<cv::Point2f> hull;
    cv::convexHull(ends, hull);
    const double side = static_cast<double>(std::max(size.width, size.height)) / kViewingSide;
    const double least = std::max(1.0, side * side);
    const double most = kMostGap * static_cast<double>(size.area());
    std::vector<Piece> pieces = pieces_of(runs);
    std::erase_if(pieces, [&](const Piece& piece) {
        const auto area = static_cast<double>(piece.area);
        const cv::Point2f middle(static_cast<float>(piece.middle.x),
                                 static_cast<float>(piece.middle.y));
        return area < least || area > most || cv::pointPolygonTest(hull, middle, false) < 0;
    });
    std::ranges::stable_sort(pieces, std::greater(), &Piece::area);
    gaps.count = pieces.size();
    for (const Piece& piece : pieces) {
        gaps.share += static_cast<double>(piece.area) / static_cast<double>(size.area());
        if (gaps.largest.size() < kShownGaps) gaps.largest.push_back(piece.bounds);
    }
    return gaps;
}

namespace {

bool judge(const Judging& with, Audit& audit) {
    if (with.reached != nullptr) {
        const auto looked_at = [&](std::size_t i) {
            return i == with.known || with.reached->first_anywhere(i + 1);
        };
        in_parallel(with.known, audit.passes.size(), [&](std::size_t i) {
            if (!with.stop.stop_requested() && looked_at(i))
                audit.passes[i].gaps = gaps_after(*with.reached, i + 1);
        });
        if (with.stop.stop_requested()) return false;
        for (std::size_t i = with.known; i < audit.passes.size(); ++i)
            if (!looked_at(i)) audit.passes[i].gaps = audit.passes[i - 1].gaps;
    }
    for (PassAudit& pass : audit.passes)
        if (pass.gaps)
            pass.gaps->verdict = pass.open              ? Verdict::open
                                 : pass.gaps->count > 0 ? Verdict::slipping
                                                        : Verdict::held;
    return true;
}

/// Only what stands in the end: while parts are coloured one by one, slivers come and go.
void find(const Painting&, const Audit& audit, std::vector<Finding>& findings) {
    const PassAudit& last = audit.passes.back();
    if (!last.gaps || !is_bad(last.gaps->verdict)) return;
    Finding finding{kGapsLeft, last.gaps->verdict, 0};
    finding.text =
        last.gaps->count == 1
            ? fmt::format("One sliver, {:.3f}% of the picture, is reached by no colour.",
                          100 * last.gaps->share)
            : fmt::format("{} slivers, {:.3f}% of the picture, are reached by no colour.",
                          last.gaps->count, 100 * last.gaps->share);
    finding.figure = static_cast<double>(last.gaps->count);
    finding.budget = 0;
    findings.push_back(std::move(finding));
}

std::optional<FigureWords> words(const PassAudit& pass) {
    if (!pass.gaps) return std::nullopt;
    const std::string count = fmt::format("{}", pass.gaps->count);
    return said_once(count, pass.gaps->verdict);
}

FigureFields fields(const Painting&, const PassAudit& pass) {
    if (!pass.gaps) return {{"count", std::nullopt}, {"share", std::nullopt}};
    return {{"count", static_cast<double>(pass.gaps->count)}, {"share", pass.gaps->share}};
}

/// The largest of the slivers, with some room so that they are seen.
SharedPicture slivers_left(const Sought& sought) {
    if (!sought.audited().gaps) return nullptr;
    const auto& largest = sought.audited().gaps->largest;
    return sought.after_pass([&](const PassStates& states, FloatBlock& cover) {
        const Rect area = cover.area();
        const auto cell = [&](int pixel) { return static_cast<int>(pixel / states.shrink); };
        constexpr int room = 2;
        for (const Rect& sliver : largest) {
            const int left = cell(sliver.x) - room, top = cell(sliver.y) - room;
            const Rect seen = intersection(area, {left, top, cell(sliver.right()) + room + 1 - left,
                                                  cell(sliver.bottom()) + room + 1 - top});
            for (int y = seen.y; y < seen.bottom(); ++y)
                std::fill_n(cover.row(y - area.y).begin() + (seen.x - area.x), seen.width, 1.0F);
        }
    });
}

constexpr std::array kKinds{FindingKind{
    .code = kGapsLeft,
    .better = Better::small,
    .figure =
        [](const Finding&, const PassAudit& state) {
            return state.gaps ? std::optional(static_cast<double>(state.gaps->count))
                              : std::nullopt;
        },
    .place = slivers_left,
}};

}  // namespace

const MeasureRecord kGapsMeasure{
    .id = "gaps",
    .label = "Uncovered slivers",
    .kinds = {kKinds, kGapsCodes},
    .judge = judge,
    .find = find,
    .words = words,
    .fields = fields,
};

}  // namespace underpaint
