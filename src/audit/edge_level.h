// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <iterator>
#include <limits>
#include <opencv2/core.hpp>
#include <optional>

#include "audit/edges.h"

namespace underpaint {

/// Edges are sought blurred more and more. On a wide one grain and rounding would make many ridges
/// of one, so each blur leaves what is much wider than it to the next.
struct EdgeBlur {
    double sigma, widest;  ///< viewing pixels
};
inline constexpr EdgeBlur kEdgeBlurs[] = {
    {0, 12}, {1.5, 24}, {4, 48}, {9, std::numeric_limits<double>::infinity()}};
inline constexpr int kEdgeBlurCount = static_cast<int>(std::size(kEdgeBlurs));

inline constexpr double kWidthOfBlur = 2.507;  ///< contrast over slope, for a Gaussian of sigma 1
/// The farthest that a transition is followed to either side, in viewing pixels.
inline constexpr double kEdgeReach = 48;

/// The part of a rectangle, grown by some pixels, that lies within a size.
cv::Rect grown(const cv::Rect& area, int by, cv::Size within);

/// A picture of steps at one of the blurs, with its gradient.
class EdgeLevel {
public:
    EdgeLevel(const ViewingSteps& viewing, const EdgeBlur& blur);
    /// Within an area; what lies beyond is not to be read.
    EdgeLevel(const ViewingSteps& viewing, const EdgeBlur& blur, const cv::Rect& area);

    cv::Mat steps, dx, dy, slope;
    double pixel;           ///< viewing pixels in one of its pixels
    double sigma;           ///< of the blur of its steps, in its pixels
    double gradient_sigma;  ///< of the further blur of the steps that the gradient is taken of

    /// How far from a place OpenCV reads for a blur, in its pixels.
    static int read_by(double sigma) { return static_cast<int>(4 * sigma) + 2; }
};

/// The transition across an edge, measured at one of its pixels.
struct EdgeTransition {
    double width;     ///< viewing pixels, see EdgeMap
    double contrast;  ///< steps
    double nx, ny;    ///< the direction in which values rise, of length 1
    double middle;    ///< where half of the contrast is reached: pixels along (nx, ny)
    double extent;    ///< how far it was followed, both ways together, in pixels
};

/// Follows the transition at a pixel both ways, until it is over; nothing where there is no edge.
std::optional<EdgeTransition> transition_at(const EdgeLevel& level, int x, int y);

}  // namespace underpaint
