// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "audit/verdict.h"
#include "painting/plan.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// Long side of the *viewing scale*, in pixels: how large a picture is when it is judged as a
/// whole.
inline constexpr int kViewingSide = 1600;

/// A picture's steps at viewing scale, area-averaged when it is larger.
struct ViewingSteps {
    FloatBlock steps;
    double scale = 1;  ///< viewing pixels in one pixel of the picture
};
/// Steps of a picture of some size, averaged to `side` where they are larger.
ViewingSteps at_viewing_scale(FloatBlock steps, Size picture, int side = kViewingSide);

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

/// The contrast of discs at half-radius spacing, wholly inside; in viewing pixels. Without places
/// where no disc fits.
struct ContrastGrid {
    double radius = 0, spacing = 1;
    int columns = 0, rows = 0;
    std::vector<double> contrast;  ///< row by row

    std::size_t index(int column, int row) const {
        return static_cast<std::size_t>(row) * static_cast<std::size_t>(columns) +
               static_cast<std::size_t>(column);
    }
    Point centre(int column, int row) const {
        return {radius + column * spacing, radius + row * spacing};
    }
};
/// `radius` in pixels of the picture.
ContrastGrid contrast_grid(const ViewingSteps& viewing, double radius);

/// The discs whose centres are at least two radii from every focus, in the grid's order.
std::vector<Rival> competitors(const ContrastGrid& grid, double scale, std::span<const Focus> foci);

/// Of the discs whose centres are at least two radii from every focus those that no neighbour
/// beats, strongest first. `scale` as in ViewingSteps.
std::vector<Rival> find_rivals(const ContrastGrid& grid, double scale, std::span<const Focus> foci);
std::vector<Rival> find_rivals(const ViewingSteps& viewing, std::span<const Focus> foci,
                               double radius);

/// The leading focus after one pass. Contrasts in steps.
struct FocusAudit {
    double contrast = 0;
    double kept = 1;             ///< contrast now / contrast sealed
    std::optional<Rival> rival;  ///< nothing where no other disc fits
    std::optional<double> lead;  ///< contrast / the rival's
    Verdict verdict = Verdict::held;
    friend bool operator==(const FocusAudit&, const FocusAudit&) = default;
};

/// Measures the first focus against `sealed`; nothing when it can't be measured: no focus, or none
/// of it inside the picture, or no contrast in it when sealed.
std::optional<FocusAudit> audit_focus(const ViewingSteps& now, std::span<const Focus> foci,
                                      const std::optional<FocusAudit>& sealed);

/// Held: kept >= 0.9 and lead >= 1. Lost: kept < 0.75, or a lead that was >= 1 is now below.
Verdict judge_focus(double kept, std::optional<double> lead, std::optional<double> sealed_lead);

}  // namespace underpaint
