// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <optional>
#include <string_view>
#include <vector>

#include "audit/focus.h"

namespace underpaint {

/// How abruptly one value goes over into another, by the width of the transition in viewing pixels.
enum class EdgeKind { hard, firm, soft, lost };
inline constexpr std::size_t kEdgeKinds = 4;
inline constexpr std::array<std::string_view, kEdgeKinds> kEdgeNames{"hard", "firm", "soft",
                                                                     "lost"};
/// The widest hard, firm and soft edge.
inline constexpr double kHardEdge = 2, kFirmEdge = 5, kSoftEdge = 12;
EdgeKind kind_of_edge(double width);

/// The least difference in value across an edge, in steps; less is texture.
inline constexpr double kLeastEdge = 0.75;

/// A pixel on the ridge of an edge.
struct EdgePoint {
    int x = 0, y = 0;    ///< a pixel of the map
    float width = 0;     ///< of the transition, in viewing pixels
    float contrast = 0;  ///< across it, in steps
    int blur = 0;        ///< which of the blurs it was found at
    float length = 1;    ///< of the edge that it stands for, in viewing pixels
};

/// Every strong edge. Width is the contrast across the edge over its steepest slope: the length of
/// a straight ramp, and of an edge blurred by a Gaussian 2.5 of its sigma, which is also the way
/// from 10 to 90 % of it within 2 %. Ridges are sought on the picture as it is and on ones blurred
/// more and more, whose blur is taken off the width again; each leaves what is much wider than its
/// blur to the next, and where a finer one has found an edge, coarser ones are not asked. Ridges
/// shorter than some pixels are texture.
///
/// An edge is counted once in each row and each column of pixels that it crosses, at the middle of
/// its transition, however many pixels of that are equally steep.
///
/// Where a transition is as narrow as pixels, how steep they show it depends on where they fall.
/// Its spread does not: no transition of some variance is wider than a straight ramp of that
/// variance, and what is wider than that ramp is taken for it. So a picture has the same edges at
/// any size that can show them.
struct EdgeMap {
    Size size;         ///< of the steps they were found in
    double scale = 1;  ///< as in ViewingSteps
    std::vector<EdgePoint> points;
};
EdgeMap find_edges(const ViewingSteps& viewing);

/// The edges of one state looked for where they were in another, or within their transition where
/// it is steeper now: the same points with the width and contrast they have now. Where there is no
/// edge any more the width is infinite. Edges that were not there are not seen; it takes a small
/// part of the time.
EdgeMap follow_edges(const EdgeMap& edges, const ViewingSteps& now);
/// The same from one state to the next, where only what lies about an area has changed.
/// \param followed  the edges as they were in the state before; becomes what they are now
void follow_edges(const EdgeMap& edges, const ViewingSteps& now, const Rect& changed,
                  EdgeMap& followed);

/// The blur, as a sigma in pixels, that a step may have without measuring wider, where a pixel is
/// so many viewing pixels.
double hidden_blur(double pixel);

/// Lengths of edges by kind, in viewing pixels.
struct EdgeLengths {
    std::array<double, kEdgeKinds> length{};
    void add(const EdgePoint& p) {
        length[static_cast<std::size_t>(kind_of_edge(p.width))] += static_cast<double>(p.length);
    }
    double total() const { return length[0] + length[1] + length[2] + length[3]; }
    /// Share 0..1; 0 when there is no edge at all.
    double share(EdgeKind kind) const {
        return total() > 0 ? length[static_cast<std::size_t>(kind)] / total() : 0;
    }
};
EdgeLengths lengths_of(const EdgeMap& edges);

}  // namespace underpaint
