// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/flats.h"

#include <algorithm>
#include <utility>

#include "painting/changes.h"
#include "painting/group_changes.h"
#include "terms/parameter.h"

namespace underpaint {
namespace {

bool covers_whole(const Painting& painting, const Pass& pass) {
    const Group* group = painting.group(pass.group);
    return pass.ground && std::holds_alternative<Tint>(pass.source) &&
           pass.blend == BlendMode::normal && pass.strength >= 1 && pass.hold <= 0 &&
           pass.reach.everywhere() && (group == nullptr || !group->mixes());
}

bool is_underpaint(const Pass& pass, BlendMode blend) {
    return std::holds_alternative<Underpaint>(pass.source) && pass.blend == blend;
}

Pass shade(const char* name, BlendMode blend, float strength) {
    Pass pass;
    pass.name = name;
    pass.source = Underpaint{};
    pass.blend = blend;
    pass.strength = strength;
    return pass;
}

}  // namespace

std::optional<std::size_t> plain_ground(const Painting& painting) {
    for (std::size_t i = 0; i < painting.passes.size(); ++i) {
        const Pass& pass = painting.passes[i];
        if (!painting.lays(pass)) continue;
        return covers_whole(painting, pass) ? std::optional(i) : std::nullopt;
    }
    return std::nullopt;
}

std::size_t open_passes(const Painting& painting) {
    const auto ground = plain_ground(painting);
    if (!ground) return 0;
    for (std::size_t i = *ground + 1; i < painting.passes.size(); ++i) {
        const Pass& pass = painting.passes[i];
        if (!painting.lays(pass) || !std::holds_alternative<Underpaint>(pass.source)) continue;
        const auto shading = shading_at(painting, i);
        return shading ? shading->over : i;
    }
    return painting.passes.size();
}

Painting with_plain_ground(Painting painting, Rgb colour) {
    if (plain_ground(painting)) return painting;
    Pass pass;
    pass.name = "Plain ground";
    pass.source = Tint{colour};
    pass.blend = BlendMode::normal;
    pass.ground = true;
    return with_pass_at(std::move(painting), 0, std::move(pass));
}

Painting with_flats(Painting painting, std::span<const Flat> flats) {
    PassPlaces places;
    for (const Flat& flat : flats) {
        const Part* part = painting.part(flat.part);
        if (part == nullptr) continue;
        Pass pass;
        pass.name = part->name;
        pass.source = Tint{flat.colour};
        pass.blend = BlendMode::normal;
        pass.reach.parts = {flat.part};
        places.push_back(painting.passes.size());
        painting = with_pass(std::move(painting), std::move(pass));
    }
    return with_passes_grouped(std::move(painting), places, "Flats");
}

std::optional<Shading> shading_at(const Painting& painting, std::size_t pass) {
    return pass < painting.passes.size() ? shading_of(painting, painting.passes[pass].group)
                                         : std::nullopt;
}

std::optional<Shading> shading_of(const Painting& painting, GroupId group) {
    if (group == kNoGroup) return std::nullopt;
    const PassPlaces places = places_of(painting, group);
    if (places.size() != 2 || !is_underpaint(painting.passes[places[0]], BlendMode::luminosity) ||
        !is_underpaint(painting.passes[places[1]], BlendMode::multiply))
        return std::nullopt;
    return Shading{places[0], places[1]};
}

float balance_of(const Painting& painting, const Shading& shading) {
    return painting.passes[shading.over].strength;
}

Painting with_balance(Painting painting, const Shading& shading, float over) {
    if (shading_at(painting, shading.over) != shading) return painting;
    over = kBalance.clamp(over);
    painting.passes[shading.under].strength = 1 - over;
    painting.passes[shading.over].strength = over;
    return painting;
}

Painting with_shading(Painting painting, float over) {
    over = kBalance.clamp(over);
    const std::size_t at = painting.passes.size();
    painting =
        with_pass(std::move(painting), shade("Shade under", BlendMode::luminosity, 1 - over));
    painting = with_pass(std::move(painting), shade("Shade over", BlendMode::multiply, over));
    return with_passes_grouped(std::move(painting), {at, at + 1}, "Shading");
}

}  // namespace underpaint
