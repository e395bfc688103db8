// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <string_view>
#include <vector>

namespace underpaint {

/// How many flat values a picture is reduced to.
enum class ShapeCount { two = 2, three = 3, five = 5 };
inline constexpr std::array kShapeCounts{ShapeCount::two, ShapeCount::three, ShapeCount::five};
constexpr std::size_t number_of(ShapeCount count) {
    return static_cast<std::size_t>(count);
}

/// "dark", "middle" .. , the darkest shape being 0.
std::string_view name_of_shape(ShapeCount count, std::size_t shape);

/// The steps (1-9) where one shape ends and the next begins, rising. One fewer than shapes; a step
/// at a split belongs to the lighter side.
using Splits = std::vector<double>;

/// A painter's splits, for each way of reducing. The usual ones part the scale evenly.
class ShapeSplits {
public:
    ShapeSplits();
    const Splits& of(ShapeCount count) const { return splits_[index(count)]; }
    /// Brings the splits into order and inside the scale, kLeastShape apart; another number of them
    /// than `count` has is not taken.
    void set(ShapeCount count, Splits splits);
    friend bool operator==(const ShapeSplits&, const ShapeSplits&) = default;

private:
    static std::size_t index(ShapeCount count) {
        return count == ShapeCount::two ? 0 : count == ShapeCount::three ? 1 : 2;
    }
    std::array<Splits, 3> splits_;
};

/// The narrowest shape, in steps: as fine as steps are counted.
inline constexpr double kLeastShape = 0.002;

/// Which shape a step belongs to, the darkest being 0.
std::size_t shape_of_step(const Splits& splits, double step);

/// The flat value that stands for a shape: steps spread evenly inside the scale.
double flat_step(ShapeCount count, std::size_t shape);

}  // namespace underpaint
