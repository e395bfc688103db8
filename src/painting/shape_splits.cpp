// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/shape_splits.h"

#include <algorithm>
#include <cmath>

#include "colour/value_scale.h"

namespace underpaint {

std::string_view name_of_shape(ShapeCount count, std::size_t shape) {
    static constexpr std::string_view two[] = {"dark", "light"};
    static constexpr std::string_view three[] = {"dark", "middle", "light"};
    static constexpr std::string_view five[] = {"darkest", "dark", "middle", "light", "lightest"};
    switch (count) {
        case ShapeCount::two: return two[shape];
        case ShapeCount::three: return three[shape];
        case ShapeCount::five: return five[shape];
    }
    return {};
}
namespace {

constexpr auto kScale = shape_of(ValueScale::one_to_nine);

Splits even_splits(ShapeCount count) {
    const double each = (kScale.last - kScale.first) / static_cast<double>(number_of(count));
    Splits splits;
    for (std::size_t i = 1; i < number_of(count); ++i)
        splits.push_back(kScale.first + each * static_cast<double>(i));
    return splits;
}

}  // namespace

ShapeSplits::ShapeSplits() {
    for (const ShapeCount count : kShapeCounts) splits_[index(count)] = even_splits(count);
}

void ShapeSplits::set(ShapeCount count, Splits splits) {
    const bool finite = std::ranges::all_of(splits, [](double s) { return std::isfinite(s); });
    if (splits.size() + 1 != number_of(count) || !finite) return;
    std::ranges::sort(splits);
    const auto room = static_cast<double>(splits.size()) * kLeastShape;
    for (std::size_t i = 0; i < splits.size(); ++i) {
        // Each split leaves room for the shapes below and above it.
        const double below = kLeastShape * static_cast<double>(i + 1);
        splits[i] =
            std::clamp(splits[i], kScale.first + below, kScale.last - room + below - kLeastShape);
        if (i > 0) splits[i] = std::max(splits[i], splits[i - 1] + kLeastShape);
    }
    splits_[index(count)] = std::move(splits);
}

std::size_t shape_of_step(const Splits& splits, double step) {
    return static_cast<std::size_t>(std::ranges::upper_bound(splits, step) - splits.begin());
}

double flat_step(ShapeCount count, std::size_t shape) {
    const double each = (kScale.last - kScale.first) / static_cast<double>(number_of(count));
    return kScale.first + each * (static_cast<double>(shape) + 0.5);
}

}  // namespace underpaint
