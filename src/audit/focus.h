// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "audit/verdict.h"
#include "audit/viewing.h"
#include "painting/plan.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// 95th minus 5th percentile of step inside a disc, each to 1/1000 step; nothing when no pixel
/// centre lies in it.
std::optional<double> disc_contrast(const FloatBlock& steps, const Point& centre, double radius);
/// The mean step there.
std::optional<double> disc_mean(const FloatBlock& steps, const Point& centre, double radius);

double distance(const Point& a, const Point& b);

/// A place that competes with the foci, in pixels of the picture.
struct Rival {
    Point centre;
    double contrast = 0;
    friend bool operator==(const Rival&, const Rival&) = default;
};

/// The contrast of discs at half-radius spacing or a little less, so that the outermost touch every
/// border; in viewing pixels. Where the picture is narrower than a disc, they lie on its middle and
/// are cut by it.
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

/// Contrasts under this, in steps, are too faint to be compared.
inline constexpr double kFaintContrast = 0.2;

/// The leading focus after one pass. Contrasts in steps.
struct FocusAudit {
    double contrast = 0;
    std::optional<double> kept;  ///< contrast now / contrast sealed; nothing when that was faint
    std::optional<Rival> rival;  ///< nothing where no other disc fits
    std::optional<double> lead;  ///< contrast / the rival's; nothing when both are faint
    Verdict verdict = Verdict::open;
    friend bool operator==(const FocusAudit&, const FocusAudit&) = default;
};

/// Measures the first focus against `sealed`, or itself when there is none yet; nothing when it
/// can't be measured: no focus, or none of it inside the picture.
std::optional<FocusAudit> audit_focus(const ViewingSteps& now, std::span<const Focus> foci,
                                      const std::optional<FocusAudit>& sealed,
                                      Search search = Search::thorough);

/// A pass is judged by what it changed, never by what the seal had: held: kept >= 0.9, and leading
/// or by no more than 0.02 behind the sealed lead; lost: kept < 0.75, or a lead below 0.95 that was
/// at least 1 when sealed; slipping between. Open without `kept`. A lead that could not be measured
/// counts as leading.
Verdict judge_focus(std::optional<double> kept, std::optional<double> lead,
                    std::optional<double> sealed_lead);

}  // namespace underpaint
