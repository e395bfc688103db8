// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>
#include <span>
#include <stop_token>
#include <vector>

#include "colour/lab.h"
#include "colour/oklab.h"
#include "palette/mixtures.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// The colours of a picture, those alike taken together.
struct PictureColours {
    std::vector<Lab> colours;
    std::vector<double> shares;  ///< 0..1 of the picture, of each
};
/// Cells of CIELAB, each the mean of the pixels in it, the largest share first; cells are made
/// wider until there are at most `most`. Meant for a small copy.
PictureColours colours_of(const RgbBlock& pixels, std::size_t most = 512);

/// A colour is within reach of some tubes when a mixture comes this near: CIEDE2000.
inline constexpr double kWithinReach = 3;

/// All mixtures of up to three tubes, with white, in twentieths.
class TubeReach {
public:
    explicit TubeReach(const TubeSet& set, const std::stop_token& stop = {});

    /// Encoded; each way to mix once.
    std::span<const Rgb> mixtures() const { return mixtures_; }
    bool reaches(const Lab& colour) const;
    /// The convex hull, in OKLab a and b, of the mixtures within kHullSteps of a step (1..9, by
    /// lightness): its corners in order. Empty where there is none.
    std::vector<OkLab> hull_at(double step) const;
    static constexpr double kHullSteps = 0.35;

private:
    std::vector<Rgb> mixtures_;
    std::vector<float> l_, a_, b_;  // CIELAB
};

/// A set of tubes for a picture.
struct FewestTubes {
    std::vector<std::size_t> tubes;  ///< places among those offered
    double missed = 0;               ///< share 0..1 of the picture out of its reach
};
inline constexpr std::size_t kMostChosenTubes = 5;

/// The smallest set of the tubes, with white, that leaves at most a share `misses` (0..1) of the
/// picture out of reach; of sets as small the one that leaves least. Where no set of
/// kMostChosenTubes does, the one that leaves least. Nothing without tubes, or when stopped.
std::optional<FewestTubes> fewest_tubes(const PictureColours& picture, std::span<const Tube> tubes,
                                        const std::optional<Tube>& white, double misses,
                                        const std::stop_token& stop = {});

}  // namespace underpaint
