// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <algorithm>
#include <cmath>

#include "painting/group_changes.h"
#include "support/pictures.h"

namespace underpaint::testing {

/// A sealed painting with a pass of each source, two soft-edged parts, bands and holds.
inline Painting every_source(Size size) {
    Painting painting = sealed(noise(size, Channels::grey, Depth::bits8, 5));
    const int third = std::max(1, size.width / 3);
    painting = with_columns(std::move(painting), "Left", 0, third);
    painting = with_columns(std::move(painting), "Middle", third, 2 * third);

    const SharedPicture layer =
        share(noise({std::max(1, size.width / 2), std::max(1, size.height / 2)},
                    Channels::rgb_alpha, Depth::bits8, 6));
    Placed placed{layer, {}};
    placed.placement.mirrored = true;
    placed.placement.quarter_turns = 1;
    placed.placement.scale = 1.5;
    placed.placement.x = size.width / 4.0;
    Curve curve;
    curve.all = {{0, 0.1F}, {0.4F, 0.5F}, {1, 0.9F}};
    curve.blue = {{0, 0}, {0.5F, 0.6F}, {1, 1}};
    GradientMap map{{{0, {0.1F, 0.1F, 0.3F}}, {0.5F, {0.6F, 0.4F, 0.3F}}, {1, {1, 0.9F, 0.7F}}},
                    MapOf::below};
    GradientMap sealed_map = map;
    sealed_map.of = MapOf::seal;

    const auto add = [&](const char* name, Source source, BlendMode blend, float strength) {
        Pass pass;
        pass.name = name;
        pass.source = std::move(source);
        pass.blend = blend;
        pass.strength = strength;
        painting = with_pass(std::move(painting), std::move(pass));
    };
    add("Tint", Tint{{0.7F, 0.4F, 0.2F}}, BlendMode::true_colour, 0.8F);
    add("Painted", Painted{layer, size.width / 5, -size.height / 5}, BlendMode::multiply, 0.7F);
    add("Map", map, BlendMode::color, 0.6F);
    add("Map of the seal", sealed_map, BlendMode::normal, 0.3F);
    add("Placed", placed, BlendMode::soft_light, 0.5F);
    add("Curve", curve, BlendMode::normal, 0.9F);
    add("Underpaint", Underpaint{}, BlendMode::overlay, 0.4F);
    add("Grain", Grain{7, 3, 0.4F}, BlendMode::soft_light, 0.5F);
    const auto width = static_cast<float>(size.width);
    add("Glow", Glow{{0.6 * width, size.height * 0.4}, 0.3F * width, 0.2F, {1, 0.8F, 0.4F}},
        BlendMode::screen, 0.6F);
    add("Vignette", Vignette{0.4F, 0.95F, {0.1F, 0.05F, 0.2F}}, BlendMode::multiply, 0.7F);
    add("Softened", Sharpness{2.5F, -0.8F}, BlendMode::normal, 0.8F);
    add("Sharpened", Sharpness{4, 1.5F}, BlendMode::normal, 0.5F);
    // Painted reach: a soft disc off the middle, so that some tiles have none of it.
    painting.passes.back().reach.painted = share(grey_picture(size, [&](int x, int y) {
        return std::clamp(
            1.5 - 4 * std::hypot(x - size.width * 0.3, y - size.height * 0.4) / size.width, 0.0,
            1.0);
    }));
    painting.passes[1].reach.parts = {painting.parts[0].id};
    painting.passes[2].reach = {{painting.parts[0].id, painting.parts[1].id}, {2, 7, 0.5F}};
    painting.passes[4].hold = 0.7F;
    painting.passes[6].reach.parts = {painting.parts[1].id};
    painting.passes[7].hold = 1;
    painting.passes[7].hold_to = HoldTo::sealed;
    // A group that mixes, over a pass clipped to another; a reach turned inside out; the mask of a
    // part that is gone.
    std::get<GradientMap>(painting.passes[3].source).mixing = Mixing::oklab;
    std::get<GradientMap>(painting.passes[3].source).stops[0].middle = 0.3F;
    painting.passes[4].clipped = true;
    painting.passes[9].reach.inverted = true;
    painting.passes[9].reach.parts = {painting.parts[0].id};
    painting.passes[10].reach.kept = {{"Gone", painting.parts[1].mask}};
    painting = with_passes_grouped(std::move(painting), {3, 4, 5}, "Mixed");
    Group mixed = painting.groups[0];
    mixed.strength = 0.6F;
    painting = with_changed_group(std::move(painting), mixed);
    return with_passes_grouped(std::move(painting), {8, 9}, "Plain");
}

}  // namespace underpaint::testing
