// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <functional>
#include <span>
#include <vector>

#include "palette/tubes.h"

namespace underpaint {

/// Parts of a mixture, all together, at most: twentieths.
inline constexpr int kMostParts = 20;
/// Tubes of one mixture, without white.
inline constexpr std::size_t kMostTubes = 3;

/// Whole parts: one number a tube, then one for the white where there is one.
using Parts = std::vector<int>;

/// Tubes made ready to be mixed: K/S of every band, times the tinting strength. Floats: a mixture
/// is within 1e-5 of what mixed_paint() gives.
class PaintBox {
public:
    explicit PaintBox(const TubeSet& set);

    std::size_t tubes() const { return tubes_; }
    bool has_white() const { return paints_.size() > tubes_; }

    /// The linear colour of a mixture, brought into 0..1. Of no parts at all: black.
    LinearRgb mixed(std::span<const int> parts) const;

    /// Every way to make `whole` parts of exactly the tubes at `which` (each at least one part, at
    /// most three of them) and any of the white. `each` gives false to end.
    void for_each(std::span<const std::size_t> which, int whole,
                  const std::function<bool(const Parts&)>& each) const;

private:
    struct Paint {
        std::array<float, kBands> absorption;  // times the strength
        float strength;
    };
    std::vector<Paint> paints_;
    std::size_t tubes_;
};

/// All choices of one to three of so many tubes, the small ones first.
std::vector<std::vector<std::size_t>> choices_of(std::size_t tubes);

}  // namespace underpaint
