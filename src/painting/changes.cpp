// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/changes.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "painting/flats.h"
#include "painting/group_changes.h"
#include "terms/parameter.h"

namespace underpaint {
namespace {

auto at(auto& list, std::size_t index) {
    return list.begin() + static_cast<std::ptrdiff_t>(index);
}

bool is_mask_of(const Painting& painting, const SharedPicture& mask) {
    return mask && mask->size() == painting.size() && mask->base().channels() == Channels::grey;
}

PartId next_id(const Painting& painting) {
    PartId highest = 0;
    for (const Part& part : painting.parts) highest = std::max(highest, part.id);
    return highest + 1;
}

}  // namespace

bool fits(const Painting& painting, const Pass& pass) {
    const auto& reach = pass.reach;
    return std::ranges::all_of(reach.parts,
                               [&](PartId id) { return painting.part(id) != nullptr; }) &&
           (!reach.painted || is_mask_of(painting, reach.painted)) &&
           std::ranges::all_of(
               reach.kept, [&](const KeptMask& kept) { return is_mask_of(painting, kept.mask); });
}

Pass in_range(Pass pass) {
    constexpr auto scale = shape_of(ValueScale::one_to_nine);
    pass.strength = kStrength.clamp(pass.strength);
    pass.hold = kHold.clamp(pass.hold);
    ValueBand& band = pass.reach.band;
    band.soft = kBandSoft.clamp(band.soft);
    band.low = std::clamp(band.low, scale.first, scale.last);
    band.high = std::clamp(band.high, band.low, scale.last);
    pass.source = in_range(std::move(pass.source));
    Tune& tune = pass.tune;
    tune = {kTuneHue.clamp(tune.hue), kTuneIntensity.clamp(tune.intensity),
            kTuneLightness.clamp(tune.lightness)};
    return pass;
}

Painting with_seal(Painting painting, std::string date, SharedPicture picture) {
    if (picture && picture->size() != painting.size()) return painting;
    const int number = painting.sealed() ? painting.seals.back().number + 1 : 1;
    painting.seals.push_back(
        {number, std::move(date), picture ? std::move(picture) : painting.underpaint});
    painting.seal_at = painting.seals.size() - 1;
    return painting;
}

Painting with_seal_in_force(Painting painting, std::size_t index) {
    if (index >= painting.seals.size()) return painting;
    painting.seal_at = index;
    return painting;
}

Painting with_part(Painting painting, std::string name, SharedPicture mask) {
    if (!is_mask_of(painting, mask)) return painting;
    painting.parts.push_back({next_id(painting), std::move(name), std::move(mask)});
    return painting;
}

Painting with_part_renamed(Painting painting, PartId id, std::string name) {
    for (Part& part : painting.parts)
        if (part.id == id) part.name = name;
    return painting;
}

Painting with_part_mask(Painting painting, PartId id, SharedPicture mask) {
    if (!is_mask_of(painting, mask)) return painting;
    for (Part& part : painting.parts)
        if (part.id == id) part.mask = mask;
    return painting;
}

Painting with_part_hidden(Painting painting, PartId id, bool hidden) {
    for (Part& part : painting.parts)
        if (part.id == id) part.hidden = hidden;
    return painting;
}

Painting with_part_moved(Painting painting, std::size_t from, std::size_t to) {
    if (from >= painting.parts.size() || to >= painting.parts.size()) return painting;
    Part moved = *at(painting.parts, from);
    painting.parts.erase(at(painting.parts, from));
    painting.parts.insert(at(painting.parts, to), std::move(moved));
    return painting;
}

Painting without_part(Painting painting, PartId id) {
    const Part* part = painting.part(id);
    if (part == nullptr) return painting;
    const auto keep_mask = [&](std::vector<Pass>& passes) {
        for (Pass& pass : passes)
            if (std::erase(pass.reach.parts, id) > 0)
                pass.reach.kept.push_back({part->name, part->mask});
    };
    keep_mask(painting.values);
    keep_mask(painting.passes);
    painting.colour_plan.parts.erase(id);
    for (Version& version : painting.versions) {
        keep_mask(version.colouring.passes);
        version.colouring.colour_plan.parts.erase(id);
    }
    std::erase_if(painting.parts, [&](const Part& other) { return other.id == id; });
    painting.plan.steps.erase(id);
    painting.plan.reserved.erase(id);
    return painting;
}

Painting with_foci(Painting painting, std::vector<Focus> foci) {
    // A focus stays on the picture; its radius is between one pixel and the whole picture.
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

Painting with_plan(Painting painting, Plan plan) {
    const auto step = [](double v) {
        constexpr auto scale = shape_of(ValueScale::one_to_nine);
        return std::isfinite(v) ? std::clamp<double>(v, scale.first, scale.last) : 5.0;
    };
    if (plan.range) {
        plan.range->darkest = step(plan.range->darkest);
        plan.range->lightest = std::max(step(plan.range->lightest), plan.range->darkest);
    }
    for (auto* of_parts : {&plan.steps, &plan.reserved}) {
        std::erase_if(*of_parts,
                      [&](const auto& each) { return painting.part(each.first) == nullptr; });
        for (auto& [part, each] : *of_parts) each = step(each);
    }
    if (plan.lead) plan.lead = std::clamp(std::isfinite(*plan.lead) ? *plan.lead : 1, 1.0, 10.0);
    std::erase_if(plan.shares, [](const auto& planned) {
        const auto& [count, shares] = planned;
        const auto fits = [](double share) { return share >= 0 && share <= 1; };
        return shares.size() != number_of(count) || !std::ranges::all_of(shares, fits);
    });
    for (auto& [count, shares] : plan.shares) {
        const double sum = std::accumulate(shares.begin(), shares.end(), 0.0);
        // Shares that already add up to 1 keep every digit.
        if (std::abs(sum - 1) < 1e-9) continue;
        for (double& share : shares)
            share = sum > 0 ? share / sum : 1 / static_cast<double>(shares.size());
    }
    plan.foci = std::move(painting.plan.foci);
    plan.splits = std::move(painting.plan.splits);
    painting.plan = std::move(plan);
    return painting;
}

Painting blank_painting(std::string name) {
    constexpr Size size{1600, 1200};
    constexpr float middle = 0.46F;  // step 5
    Picture grey(size, Channels::grey, Depth::bits8, middle);
    grey.settle();
    Painting painting;
    painting.name = std::move(name);
    painting.underpaint = share(std::move(grey));
    return painting;
}

bool is_blank(const Painting& painting) {
    if (!painting.parts.empty() || !painting.values.empty() || !painting.passes.empty() ||
        painting.sealed())
        return false;
    const Picture& picture = painting.underpaint->base();
    float first = 0;
    picture.read_channel(0, 0, 0, std::span(&first, 1));
    return !has_colour(picture.channels()) && picture.surely_all(0, rect_of(picture.size()), first);
}

Painting with_brief_of(Painting painting, const Painting& briefed) {
    painting.brief = briefed.brief;
    painting.log = briefed.log;
    Plan plan = briefed.plan;
    plan.steps.clear();
    plan.reserved.clear();
    painting = with_plan(std::move(painting), std::move(plan));
    for (const ShapeCount count : kShapeCounts)
        painting = with_splits(std::move(painting), count, briefed.plan.splits.of(count));
    return painting;
}

Painting with_brief(Painting painting, Brief brief) {
    painting.brief = in_range(std::move(brief));
    return painting;
}

Painting with_palette(Painting painting, Palette palette) {
    painting.palette = in_range(std::move(palette));
    ColourPlan plan = std::move(painting.colour_plan);
    return with_colour_plan(std::move(painting), std::move(plan));
}

Painting with_colour_plan(Painting painting, ColourPlan plan) {
    const auto settle = [&](PlannedPart& part) {
        for (auto& tone : part.tones) {
            if (!tone) continue;
            if (Rgb* own = std::get_if<Rgb>(&*tone)) {
                *own = {unit(own->r), unit(own->g), unit(own->b)};
            } else if (painting.palette.find(std::get<ColourId>(*tone)) == nullptr) {
                tone.reset();
            }
        }
    };
    settle(plan.whole);
    for (auto& [id, part] : plan.parts) settle(part);
    std::erase_if(plan.parts, [&](const auto& planned) {
        return painting.part(planned.first) == nullptr || planned.second.empty();
    });
    if (painting.group(plan.laid) == nullptr) plan.laid = kNoGroup;
    painting.colour_plan = std::move(plan);
    return painting;
}

namespace {

bool of_the_same(const Meant& a, const Meant& b) {
    return a.finding == b.finding && a.pass == b.pass && a.parts == b.parts && a.focus == b.focus;
}

}  // namespace

Painting with_meant(Painting painting, Meant meant) {
    painting = without_meant(std::move(painting), meant);
    painting.meant.push_back(std::move(meant));
    return painting;
}

Painting without_meant(Painting painting, const Meant& meant) {
    std::erase_if(painting.meant, [&](const Meant& each) { return of_the_same(each, meant); });
    return painting;
}

Painting with_log(Painting painting, WorkLog log) {
    painting.log = std::move(log);
    return painting;
}

Painting with_pass(Painting painting, Pass pass, Stage stage) {
    const std::size_t end = passes_at(painting, stage).size();
    return with_pass_at(std::move(painting), end, std::move(pass), stage);
}

Painting with_pass_at(Painting painting, std::size_t index, Pass pass, Stage stage) {
    auto& passes = passes_at(painting, stage);
    if (index > passes.size() || !fits(painting, pass)) return painting;
    passes.insert(at(passes, index), in_range(std::move(pass)));
    return with_settled_groups(std::move(painting));
}

Painting with_changed_pass(Painting painting, std::size_t index, Pass pass, Stage stage) {
    auto& passes = passes_at(painting, stage);
    if (index >= passes.size() || !fits(painting, pass)) return painting;
    const auto shading = stage == Stage::colour ? shading_at(painting, index) : std::nullopt;
    const float was = passes[index].strength;
    // Accepted findings name their pass.
    if (stage == Stage::colour)
        for (Meant& meant : painting.meant)
            if (meant.pass == passes[index].name) meant.pass = pass.name;
    passes[index] = in_range(std::move(pass));
    const float is = passes[index].strength;
    if (shading && is != was)
        painting =
            with_balance(std::move(painting), *shading, index == shading->over ? is : 1 - is);
    return with_settled_groups(std::move(painting));
}

Painting without_pass(Painting painting, std::size_t index, Stage stage) {
    auto& passes = passes_at(painting, stage);
    if (index >= passes.size()) return painting;
    passes.erase(at(passes, index));
    return with_settled_groups(std::move(painting));
}

Painting with_pass_moved(Painting painting, std::size_t from, std::size_t to, Stage stage) {
    auto& passes = passes_at(painting, stage);
    if (from >= passes.size() || to >= passes.size()) return painting;
    Pass moved = *at(passes, from);
    passes.erase(at(passes, from));
    // Moved between two passes of a group it joins the group; beside its own group it stays in it.
    const GroupId before = to > 0 ? passes[to - 1].group : kNoGroup;
    const GroupId after = to < passes.size() ? passes[to].group : kNoGroup;
    if (before == after)
        moved.group = before;
    else if (moved.group != before && moved.group != after)
        moved.group = kNoGroup;
    return with_pass_at(std::move(painting), to, std::move(moved), stage);
}

}  // namespace underpaint
