// SPDX-License-Identifier: GPL-3.0-or-later
#include "salt_cart.h"

#include <array>
#include <cmath>

#include "painter.h"
#include "painting/changes.h"
#include "raster/polygon.h"

namespace underpaint::demo {
namespace {

constexpr std::array<const char*, kShapes> kNames{"Sky",  "Ridge", "Salt flat", "Pools",
                                                  "Mill", "Cart",  "Lantern"};

template <class Value>
SharedPicture picture_of(Size size, Value value) {
    Picture picture(size, Channels::grey, Depth::bits8);
    std::vector<float> row(static_cast<std::size_t>(size.width));
    for (int y = 0; y < size.height; ++y) {
        for (int x = 0; x < size.width; ++x) row[static_cast<std::size_t>(x)] = value(x, y);
        picture.write_channel(0, 0, y, row);
    }
    picture.settle();
    return share(std::move(picture));
}

/// A soft ellipse about the lantern, as a painter would outline where its light falls.
SharedPicture lamplight(Size size, const Point& lantern, double half) {
    std::vector<Point> outline;
    for (int i = 0; i < 48; ++i) {
        const double angle = i * 0.1309;
        outline.push_back({lantern.x + half * (0.02 + 0.20 * std::cos(angle)),
                           lantern.y + half * (0.12 + 0.27 * std::sin(angle))});
    }
    return share(outline_mask(size, outline, half * 0.09));
}

}  // namespace

Pass tint(std::string name, Rgb colour, BlendMode blend, float strength, std::vector<PartId> parts,
          ValueBand band) {
    Pass pass;
    pass.name = std::move(name);
    pass.source = Tint{of_255(colour)};
    pass.blend = blend;
    pass.strength = strength;
    pass.reach = {std::move(parts), band};
    return pass;
}

Painting sealed_salt_cart(Size size) {
    const Canvas canvas = paint(size);
    Painting painting;
    painting.name = "Salt cart at dusk";
    painting.underpaint = picture_of(size, [&](int x, int y) { return canvas.value(x, y); });
    for (int shape = 0; shape < kShapes; ++shape)
        painting = with_part(std::move(painting), kNames[static_cast<std::size_t>(shape)],
                             picture_of(size, [&](int x, int y) {
                                 // The last traces of a neighbour's paint are not worth a pixel.
                                 const float cover = canvas.cover(shape, x, y);
                                 return cover < 0.03F ? 0 : cover > 0.97F ? 1 : cover;
                             }));

    const Seen lantern = lantern_seen();
    const double half = std::max(size.width, size.height) / 2.0;
    const Point place{size.width / 2.0 + lantern.u * half, size.height / 2.0 - lantern.v * half};
    painting = with_part(std::move(painting), "Lamplight", lamplight(size, place, half));
    painting = with_foci(std::move(painting), {{"The lantern", place, half * 0.15}});
    Plan plan;
    plan.range = {1.8, 7.5};
    plan.key = Key::middle;
    plan.lead = 1.3;
    plan.shares[ShapeCount::three] = {0.2, 0.72, 0.08};
    for (const auto& [shape, step] : {std::pair(Shape::sky, 5.0),
                                      {Shape::ridge, 4.0},
                                      {Shape::salt, 4.5},
                                      {Shape::pools, 4.0},
                                      {Shape::mill, 2.5},
                                      {Shape::cart, 3.0},
                                      {Shape::lantern, 8.5}})
        plan.steps[id(shape)] = step;
    painting = with_plan(std::move(painting), std::move(plan));
    return with_seal(std::move(painting), "2026-11-19");
}

Painting salt_cart(Size size) {
    Painting painting = sealed_salt_cart(size);
    for (Pass pass : {
             tint("Blue hour", {96, 120, 168}, BlendMode::color, 1, {}),
             tint("Violet far shapes", {98, 86, 120}, BlendMode::true_colour, 0.85F,
                  {id(Shape::ridge), id(Shape::mill)}),
             tint("Umber cart", {88, 79, 73}, BlendMode::color, 0.9F, {id(Shape::cart)}),
             tint("Afterglow", {224, 148, 118}, BlendMode::true_colour, 0.9F,
                  {id(Shape::sky), id(Shape::salt), id(Shape::pools)}, {5.5F, 9, 1.1F}),
             tint("Lantern light", {255, 178, 72}, BlendMode::true_colour, 1,
                  {id(Shape::lantern), kLamplight}, {4.0F, 9, 1.2F}),
             tint("Amber wash", {208, 142, 62}, BlendMode::normal, 0.18F, {}),
         })
        painting = with_pass(std::move(painting), std::move(pass));
    return painting;
}

}  // namespace underpaint::demo
