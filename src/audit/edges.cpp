// SPDX-License-Identifier: GPL-3.0-or-later
#include "audit/edges.h"

#include <algorithm>
#include <cmath>
#include <opencv2/imgproc.hpp>

#include "audit/edge_level.h"
#include "raster/in_parallel.h"

namespace underpaint {
namespace {

constexpr double kLeastRidge = 8;  // viewing pixels
// Viewing pixels on each side of a transition in which no second one is looked for.
constexpr double kRoom = 3;

/// Rows of pixels and columns of pixels are looked along in the same way.
enum class Line { row, column };

/// An edge that runs within this of a line, as the sine of the angle, is counted in the lines
/// across it alone.
constexpr double kAlongTheLine = 0.25;

/// A pixel that is steeper than its neighbours in its row, its column or both.
struct Candidate {
    int x, y;
    EdgeTransition seen;
    bool in_row, in_column;

    bool& in(Line line) { return line == Line::row ? in_row : in_column; }
    /// The part of the edge's direction of rise that lies along a line.
    double along(Line line) const { return line == Line::row ? seen.nx : seen.ny; }
    int at(Line line) const { return line == Line::row ? x : y; }
    /// From here to the middle of the transition, along a line.
    double to_middle(Line line) const { return seen.middle / along(line); }
    double middle(Line line) const { return at(line) + to_middle(line); }
    double extent(Line line) const { return seen.extent / std::abs(along(line)); }

    /// The length of edge that it stands for, in pixels. An edge of length 1 crosses |nx| rows and
    /// |ny| columns; weighed by these again its crossings add up to nx^2 + ny^2 = 1, whatever its
    /// slant, and a direction that is off by a little changes next to nothing.
    double length() const {
        const double nx = std::abs(seen.nx), ny = std::abs(seen.ny);
        return (in_row ? (ny < kAlongTheLine ? 1 / nx : nx) : 0) +
               (in_column ? (nx < kAlongTheLine ? 1 / ny : ny) : 0);
    }
};

/// Whether a pixel is the steepest of its neighbours along a line: of two that are as steep the one
/// on the lighter side, so that a mirrored picture has the same.
bool is_steepest(const EdgeLevel& level, int x, int y, Line line) {
    const bool row = line == Line::row;
    const float rise = (row ? level.dx : level.dy).at<float>(y, x),
                here = level.slope.at<float>(y, x);
    if (std::abs(rise) < static_cast<float>(kAlongTheLine) * here) return false;
    const int ahead = rise > 0 ? 1 : -1;
    const auto beside = [&](int by) {
        return row ? level.slope.at<float>(y, x + by) : level.slope.at<float>(y + by, x);
    };
    return here > beside(ahead) && here >= beside(-ahead);
}

/// A straight ramp, or one under texture, has several steepest pixels along a line. Those with the
/// same middle are one edge: the nearest to the middle stays.
void keep_one_of_each(std::vector<Candidate>& candidates, Line line, int lines) {
    std::vector<Candidate*> last(static_cast<std::size_t>(lines));
    for (Candidate& c : candidates) {
        if (!c.in(line)) continue;
        Candidate*& before = last[static_cast<std::size_t>(line == Line::row ? c.y : c.x)];
        const bool same = before != nullptr && (c.along(line) > 0) == (before->along(line) > 0) &&
                          std::abs(c.middle(line) - before->middle(line)) <
                              0.5 * std::min(c.extent(line), before->extent(line));
        if (!same)
            before = &c;
        else if (std::abs(c.to_middle(line)) < std::abs(before->to_middle(line)))
            before->in(line) = false, before = &c;
        else
            c.in(line) = false;
    }
}

/// A candidate at the middle of its transition, so that those of neighbouring lines touch.
EdgePoint point_of(const Candidate& candidate, const EdgeLevel& level, double widest) {
    const auto point = [&](int x, int y, const EdgeTransition& seen) {
        return EdgePoint{x,
                         y,
                         static_cast<float>(seen.width),
                         static_cast<float>(seen.contrast),
                         0,
                         static_cast<float>(level.pixel * candidate.length())};
    };
    const Line line = candidate.in_row && (!candidate.in_column || std::abs(candidate.seen.nx) >=
                                                                       std::abs(candidate.seen.ny))
                          ? Line::row
                          : Line::column;
    const int size = line == Line::row ? level.steps.cols : level.steps.rows;
    const int middle =
        std::clamp(static_cast<int>(std::lround(candidate.middle(line))), 1, size - 2);
    if (middle != candidate.at(line)) {
        const int x = line == Line::row ? middle : candidate.x;
        const int y = line == Line::row ? candidate.y : middle;
        if (const auto seen = transition_at(level, x, y); seen && seen->width <= widest)
            return point(x, y, *seen);
    }
    return point(candidate.x, candidate.y, candidate.seen);
}

/// Leaves out ridges that are short in all. Points that lie near each other for their width are
/// one ridge.
std::vector<EdgePoint> without_crumbs(std::vector<EdgePoint> points, cv::Size size, double pixel) {
    cv::Mat ridges = cv::Mat::zeros(size, CV_8U), labels;
    for (const EdgePoint& p : points)
        cv::circle(ridges, {p.x, p.y}, static_cast<int>(p.width / pixel / 6), 1, cv::FILLED);
    std::vector<double> lengths(
        static_cast<std::size_t>(cv::connectedComponents(ridges, labels, 8)));
    const auto length = [&](const EdgePoint& p) -> double& {
        return lengths[static_cast<std::size_t>(labels.at<int>(p.y, p.x))];
    };
    for (const EdgePoint& p : points) length(p) += static_cast<double>(p.length);
    std::erase_if(points, [&](const EdgePoint& p) { return length(p) < kLeastRidge; });
    return points;
}

/// Ridges of one level, where nothing finer was found.
std::vector<EdgePoint> ridges_of(const EdgeLevel& level, double widest, const cv::Mat& taken) {
    // With a smaller slope no transition within reach has the contrast of an edge.
    const auto least = static_cast<float>(kLeastEdge / kEdgeReach * level.pixel);
    const int rows = level.steps.rows, columns = level.steps.cols;
    std::vector<std::vector<Candidate>> found(static_cast<std::size_t>(rows));
    in_parallel(1, std::max(1, rows - 1), [&](int y) {
        for (int x = 1; x + 1 < columns; ++x) {
            if (level.slope.at<float>(y, x) < least || taken.at<uchar>(y, x)) continue;
            const bool in_row = is_steepest(level, x, y, Line::row);
            const bool in_column = is_steepest(level, x, y, Line::column);
            if (!in_row && !in_column) continue;
            const auto seen = transition_at(level, x, y);
            if (seen && seen->width <= widest)
                found[static_cast<std::size_t>(y)].push_back({x, y, *seen, in_row, in_column});
        }
    });
    std::vector<Candidate> candidates;
    for (const auto& row : found) candidates.insert(candidates.end(), row.begin(), row.end());
    keep_one_of_each(candidates, Line::row, rows);
    keep_one_of_each(candidates, Line::column, columns);
    std::erase_if(candidates, [](const Candidate& c) { return !c.in_row && !c.in_column; });
    std::vector<EdgePoint> points(candidates.size());
    in_parallel(std::size_t{0}, points.size(),
                [&](std::size_t i) { points[i] = point_of(candidates[i], level, widest); });
    return without_crumbs(std::move(points), level.steps.size(), level.pixel);
}

}  // namespace

EdgeKind kind_of_edge(double width) {
    if (width <= kHardEdge) return EdgeKind::hard;
    if (width <= kFirmEdge) return EdgeKind::firm;
    return width <= kSoftEdge ? EdgeKind::soft : EdgeKind::lost;
}

EdgeMap find_edges(const ViewingSteps& viewing) {
    const Rect& area = viewing.steps.area();
    EdgeMap map{area.size(), viewing.scale, {}};
    if (area.width < 3 || area.height < 3) return map;
    cv::Mat taken = cv::Mat::zeros(area.height, area.width, CV_8U);
    for (int blur = 0; blur < kEdgeBlurCount; ++blur) {
        const EdgeLevel level(viewing, kEdgeBlurs[blur]);
        auto points = ridges_of(level, kEdgeBlurs[blur].widest, taken);
        for (EdgePoint& p : points) {
            p.blur = blur;
            const double half = static_cast<double>(p.width) / viewing.pixel / 2;
            cv::circle(taken, {p.x, p.y},
                       static_cast<int>(std::ceil(half + kRoom / viewing.pixel + level.sigma)), 1,
                       cv::FILLED);
        }
        map.points.insert(map.points.end(), points.begin(), points.end());
    }
    return map;
}

EdgeLengths lengths_of(const EdgeMap& edges) {
    EdgeLengths lengths;
    for (const EdgePoint& p : edges.points) lengths.add(p);
    return lengths;
}

}  // namespace underpaint
