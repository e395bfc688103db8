// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include "audit/shapes.h"

#include <fmt/format.h>

#include "audit/value_search.h"
#include "audit/viewing_mask.h"
#include "raster/regions.h"

namespace underpaint {
namespace {

SharedPicture shape_mask(const ViewingSteps& viewing, const Splits& splits, std::size_t shape) {
    return as_mask(viewing.size(), pixels_where(viewing, [&](const Point&, float step) {
                       return shape_of_step(splits, step) == shape;
                   }));
}

void find_shares(ValueSearch& search, ShapeCount count, const ShapeShares& wanted) {
    const Splits& splits = search.plan.splits.of(count);
    const auto shares = shape_shares(search.figures.steps, splits);
    std::size_t worst = 0;
    for (std::size_t i = 0; i < shares.size(); ++i)
        if (std::abs(shares[i] - wanted[i]) > std::abs(shares[worst] - wanted[worst])) worst = i;
    const double off = std::abs(shares[worst] - wanted[worst]);
    if (off <= kShareSlack) return;
    std::string name(name_of_shape(count, worst));
    name[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(name[0])));
    auto& finding =
        search.add(kShapeOff, off > 0.15 ? Verdict::lost : Verdict::slipping,
                   fmt::format("{} shapes hold {:.0f}% of the picture; your plan asks for {:.0f}%.",
                               name, 100 * shares[worst], 100 * wanted[worst]));
    finding.where = shape_mask(search.figures.viewing, splits, worst);
    search.mend(finding, [&] { return mend_shares(search.figures, count, wanted); });
}

}  // namespace

void find_shapes(ValueSearch& search) {
    for (const auto& [count, wanted] : search.plan.shares) find_shares(search, count, wanted);
    if (!search.plan.shares.empty()) return;
    const Splits& splits = search.plan.splits.of(ShapeCount::three);
    const auto shares = shape_shares(search.figures.steps, splits);
    const auto largest = std::ranges::max_element(shares);
    if (*largest <= kLargeShape) return;
    const auto shape = static_cast<std::size_t>(largest - shares.begin());
    const std::string_view name = name_of_shape(ShapeCount::three, shape);
    auto& finding =
        search.add(kShapeOff, Verdict::slipping,
                   fmt::format("The {} shape holds {:.0f}% of the picture: too much to read as "
                               "one of three.",
                               name, 100 * *largest));
    finding.where = shape_mask(search.figures.viewing, splits, shape);
    search.mend(finding, [&] {
        const Splits best = best_splits(search.figures.steps, ShapeCount::three);
        return mend_shares(search.figures, ShapeCount::three,
                           shape_shares(search.figures.steps, best));
    });
}

void find_scattered_darks(ValueSearch& search) {
    const double split = search.plan.splits.of(ShapeCount::three).front();
    const ViewingSteps& viewing = search.figures.viewing;
    const Size size = viewing.steps.area().size();
    const auto dark = pixels_where(viewing, [&](const Point&, float step) { return step < split; });
    const Regions regions = find_regions(size, dark);
    if (regions.regions.empty()) return;
    double area = 0;
    for (const Region& region : regions.regions) area += static_cast<double>(region.area);
    const double least = kLeastPiece * static_cast<double>(size.area());
    const auto pieces = static_cast<std::size_t>(std::ranges::count_if(
        regions.regions, [&](const Region& r) { return static_cast<double>(r.area) >= least; }));
    const double largest = static_cast<double>(regions.regions.front().area) / area;
    if (pieces <= kManyPieces || largest >= 0.5) return;
    auto& finding =
        search.add(kScatteredDarks, Verdict::slipping,
                   fmt::format("Dark shapes fall into {} pieces, and the largest holds {:.0f}% "
                               "of the dark: joined, they would read as one.",
                               pieces, 100 * largest));
    finding.where = as_mask(viewing.size(), dark);
    finding.steps = {range_of(search.figures.steps).darkest, split};
}

}  // namespace underpaint
