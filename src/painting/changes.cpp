// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/changes.h"

#include <algorithm>
#include <cassert>

#include "painting/parameter.h"

namespace underpaint {
namespace {

auto at(auto& list, std::size_t index) {
    assert(index < list.size());
    return list.begin() + static_cast<std::ptrdiff_t>(index);
}

PartId next_id(const Painting& painting) {
    PartId highest = 0;
    for (const Part& part : painting.parts) highest = std::max(highest, part.id);
    return highest + 1;
}

}  // namespace

Pass in_range(Pass pass) {
    constexpr auto scale = shape_of(ValueScale::one_to_nine);
    pass.strength = kStrength.clamp(pass.strength);
    pass.hold = kHold.clamp(pass.hold);
    ValueBand& band = pass.reach.band;
    band.soft = kBandSoft.clamp(band.soft);
    band.low = std::clamp(band.low, scale.first, scale.last);
    band.high = std::clamp(band.high, band.low, scale.last);
    pass.source = in_range(std::move(pass.source));
    return pass;
}

Painting with_seal(Painting painting, std::string date) {
    const int number = painting.sealed() ? painting.seals.back().number + 1 : 1;
    painting.seals.push_back({number, std::move(date), painting.underpaint});
    return painting;
}

Painting with_part(Painting painting, std::string name, SharedPicture mask) {
    assert(mask->size() == painting.size());
    painting.parts.push_back({next_id(painting), std::move(name), std::move(mask)});
    return painting;
}

Painting with_part_renamed(Painting painting, PartId id, std::string name) {
    for (Part& part : painting.parts)
        if (part.id == id) part.name = name;
    return painting;
}

bool part_in_use(const Painting& painting, PartId id) {
    return std::ranges::any_of(painting.passes, [&](const Pass& pass) {
        return std::ranges::count(pass.reach.parts, id) > 0;
    });
}

Painting without_part(Painting painting, PartId id) {
    assert(!part_in_use(painting, id));
    std::erase_if(painting.parts, [&](const Part& part) { return part.id == id; });
    return painting;
}

Painting with_foci(Painting painting, std::vector<Focus> foci) {
    // A focus stays on the picture; its radius is from a pixel to the whole of it.
    const Size size = painting.size();
    const double most = std::max(size.width, size.height);
    const auto inside = [](double v, double length) { return v > 0 ? std::min(v, length) : 0; };
    for (Focus& focus : foci) {
        focus.centre = {inside(focus.centre.x, size.width), inside(focus.centre.y, size.height)};
        focus.radius = focus.radius > 1 ? std::min(focus.radius, most) : 1;
    }
    painting.plan.foci = std::move(foci);
    return painting;
}

Painting with_splits(Painting painting, ShapeCount count, Splits splits) {
    painting.plan.splits.set(count, std::move(splits));
    return painting;
}

Painting with_pass(Painting painting, Pass pass) {
    const std::size_t end = painting.passes.size();
    return with_pass_at(std::move(painting), end, std::move(pass));
}

Painting with_pass_at(Painting painting, std::size_t index, Pass pass) {
    assert(index <= painting.passes.size());
    painting.passes.insert(painting.passes.begin() + static_cast<std::ptrdiff_t>(index),
                           in_range(std::move(pass)));
    return painting;
}

Painting with_changed_pass(Painting painting, std::size_t index, Pass pass) {
    *at(painting.passes, index) = in_range(std::move(pass));
    return painting;
}

Painting without_pass(Painting painting, std::size_t index) {
    painting.passes.erase(at(painting.passes, index));
    return painting;
}

Painting with_pass_moved(Painting painting, std::size_t from, std::size_t to) {
    Pass moved = *at(painting.passes, from);
    painting.passes.erase(at(painting.passes, from));
    return with_pass_at(std::move(painting), to, std::move(moved));
}

}  // namespace underpaint
