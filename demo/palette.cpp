// SPDX-License-Identifier: GPL-3.0-or-later
#include "demo/palette.h"

#include "painting/changes.h"
#include "salt_cart.h"

namespace underpaint::demo {
namespace {

enum Colours : ColourId { kHaze = 1, kBlueHour, kSlate, kRidge, kAfterglow, kUmber, kLamp };

}  // namespace

Painting with_demo_palette(Painting painting) {
    Palette palette;
    palette.colours = {
        {kHaze, "Salt haze", of_255({130, 132, 156}), "from the painting", {}, false},
        {kBlueHour, "Blue hour", of_255({85, 102, 153}), "from the painting", 0.40, false},
        {kSlate, "Deep slate", of_255({30, 44, 72}), "from the painting", {}, false},
        {kRidge, "Violet ridge", of_255({112, 86, 134}), "mixed from two", {}, false},
        {kAfterglow, "Afterglow", of_255({222, 130, 76}), "opposite, as light", 0.15, false},
        {kUmber, "Umber", of_255({84, 52, 22}), "from a reference", {}, false},
        {kLamp, "Lamp", of_255({255, 222, 140}), "added", 0.02, true}};
    palette.mother = Mother{kBlueHour, 0.15F, MixAs::light};
    painting = with_palette(std::move(painting), std::move(palette));
    ColourPlan plan;
    const auto set = [&](Shape shape, PlannedColour shadow, PlannedColour half,
                         PlannedColour light) {
        plan.parts[id(shape)].tones = {shadow, half, light};
    };
    set(Shape::sky, kSlate, kBlueHour, kAfterglow);
    set(Shape::ridge, kSlate, kRidge, kHaze);
    set(Shape::salt, kSlate, kBlueHour, kAfterglow);
    set(Shape::pools, kSlate, kBlueHour, kHaze);
    set(Shape::mill, kSlate, kRidge, of_255({196, 168, 214}));
    set(Shape::cart, of_255({46, 30, 22}), kUmber, kLamp);
    return with_colour_plan(std::move(painting), std::move(plan));
}

}  // namespace underpaint::demo
