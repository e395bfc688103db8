// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "audit/viewing.h"
#include "painting/plan.h"

namespace underpaint {

/// A place that competes with the foci, in pixels of the picture.
struct Rival {
    Point centre;
    double contrast = 0;
    friend bool operator==(const Rival&, const Rival&) = default;
};

/// The contrast of discs at half-radius spacing or a little less, so that the
/// outermost touch every border; in viewing pixels. Where the picture is narrower than a disc, they
/// lie on its middle and are cut by it.
struct ContrastGrid {
    double radius = 0;
    double left = 0, top = 0;     ///< of the first disc's centre
    double across = 1, down = 1;  ///< from one centre to the next
    int columns = 0, rows = 0;
    std::vector<double> contrast;  ///< row by row

    std::size_t index(int column, int row) const {
        return static_cast<std::size_t>(row) * static_cast<std::size_t>(columns) +
               static_cast<std::size_t>(column);
    }
    Point centre(int column, int row) const { return {left + column * across, top + row * down}; }
};
/// `radius` in pixels of the picture.
ContrastGrid contrast_grid(const ViewingSteps& viewing, double radius);

/// The discs whose centres are at least two radii from every focus, in the grid's order.
std::vector<Rival> competitors(const ContrastGrid& grid, double scale, std::span<const Focus> foci);

/// Whether to look between the places of the grid for better ones, so that the first rival is
/// within 1 % of the best of all places; or only there, while a hand moves.
enum class Search { thorough, quick };
/// The discs whose centres are at least two radii from every focus and that no stronger one
/// overlaps by half, strongest first.
std::vector<Rival> find_rivals(const ViewingSteps& viewing, const ContrastGrid& grid,
                               std::span<const Focus> foci, Search search = Search::thorough);
std::vector<Rival> find_rivals(const ViewingSteps& viewing, std::span<const Focus> foci,
                               double radius);
/// The first of them alone, which takes less time.
std::optional<Rival> best_rival(const ViewingSteps& viewing, std::span<const Focus> foci,
                                double radius, Search search = Search::thorough);

}  // namespace underpaint
