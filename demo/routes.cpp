// SPDX-License-Identifier: GPL-3.0-or-later
#include "routes.h"

#include "demo/brief.h"
#include "demo/palette.h"
#include "demo/versions.h"
#include "painting/changes.h"
#include "painting/flats.h"
#include "painting/gradient_tools.h"
#include "painting/group_changes.h"
#include "raster/brush.h"
#include "salt_cart.h"

namespace underpaint::demo {
namespace {

/// A stroke of the brush: its way in the coordinates of the scene, as a curve through three points.
struct Stroke {
    Point from, bend, to;
    double radius;  ///< as a share of half the longer side
    Rgb colour;     ///< channels 0..255
    double flow = 0.06;
};

Painted painted(Size size, std::initializer_list<Stroke> strokes) {
    const double half = std::max(size.width, size.height) / 2.0;
    const auto place = [&](const Point& p) {
        return Point{size.width / 2.0 + p.x * half, size.height / 2.0 - p.y * half};
    };
    Picture pixels(size, Channels::rgb_alpha, Depth::bits8);
    for (const Stroke& stroke : strokes) {
        Brush brush;
        brush.radius = stroke.radius * half;
        brush.flow = stroke.flow;
        brush.colour = of_255(stroke.colour);
        BrushStroke hand(brush);
        for (int i = 0; i <= 40; ++i) {
            const double t = i / 40.0, u = 1 - t;
            const Point at{u * u * stroke.from.x + 2 * u * t * stroke.bend.x + t * t * stroke.to.x,
                           u * u * stroke.from.y + 2 * u * t * stroke.bend.y + t * t * stroke.to.y};
            hand.move(pixels, {place(at), 1 - 0.6 * t * t});
        }
    }
    pixels.settle();
    return {share(std::move(pixels)), 0, 0};
}

/// The streaks that the last light leaves in the clouds and on wet salt.
Painted last_light(Size size) {
    constexpr Rgb rose{214, 138, 124}, gold{244, 186, 112}, teal{96, 124, 144};
    return painted(size, {{{-1.0, 0.42}, {-0.5, 0.58}, {0.0, 0.52}, 0.16, rose},
                          {{-0.1, 0.40}, {0.3, 0.48}, {0.8, 0.36}, 0.14, rose},
                          {{0.2, 0.62}, {0.6, 0.72}, {1.0, 0.60}, 0.16, rose},
                          {{-0.5, 0.26}, {0.0, 0.30}, {0.5, 0.24}, 0.10, gold},
                          {{0.16, -0.50}, {0.28, -0.54}, {0.40, -0.50}, 0.07, gold, 0.12},
                          {{0.14, -0.62}, {0.30, -0.66}, {0.46, -0.62}, 0.06, gold},
                          {{-0.76, -0.16}, {-0.5, -0.18}, {-0.28, -0.16}, 0.06, teal},
                          {{-0.72, -0.38}, {-0.5, -0.42}, {-0.32, -0.37}, 0.07, teal}});
}

Pass of_source(std::string name, Source source, BlendMode blend, float strength = 1) {
    Pass pass;
    pass.name = std::move(name);
    pass.source = std::move(source);
    pass.blend = blend;
    pass.strength = strength;
    return pass;
}

/// With all that is said about it.
Painting finished(Painting painting, const char* route) {
    return with_demo_palette(with_demo_brief(std::move(painting), route));
}

}  // namespace

const std::array<Demo, 3> kDemos{
    {{"",
      "salt-cart.ora",
      [](Size size) { return with_demo_versions(finished(salt_cart(size), "Grey to colour")); },
      {1536, 1152}},
     {"grey",
      "salt-cart-grey.ora",
      [](Size size) { return finished(grey_to_colour(size), "Grey to colour"); },
      {880, 660}},
     {"flats",
      "salt-cart-flats.ora",
      [](Size size) { return finished(flats_and_shade(size), "Flats and shade"); },
      {880, 660}}}};

Painting grey_to_colour(Size size) {
    Painting painting = sealed_salt_cart(size);
    painting.name = "Salt cart, grey to colour";
    const GradientStops dusk = matched_to_values({{0.06F, of_255({26, 30, 58})},
                                                  {0.34F, of_255({62, 74, 122})},
                                                  {0.52F, of_255({128, 116, 152})},
                                                  {0.68F, of_255({214, 148, 122})},
                                                  {0.92F, of_255({255, 226, 176})}});
    Pass overlay = tint("Overlay of warm light", {255, 190, 120}, BlendMode::overlay, 0.4F,
                        {id(Shape::sky), id(Shape::salt), kLamplight}, {4.5F, 9, 1});
    Pass light = of_source("Last light", last_light(size), BlendMode::color);
    light.reach.parts = {id(Shape::sky), id(Shape::salt), id(Shape::pools)};
    for (Pass pass : {
             of_source("Dusk by value", GradientMap{dusk, MapOf::seal, Mixing::oklab},
                       BlendMode::normal),
             tint("Umber wood", {110, 82, 62}, BlendMode::true_colour, 0.9F, {id(Shape::cart)}),
             tint("Cool side", {78, 88, 122}, BlendMode::true_colour, 0.45F, {id(Shape::cart)},
                  {1, 3, 0.8F}),
             tint("Lantern light", {255, 178, 72}, BlendMode::true_colour, 1,
                  {id(Shape::lantern), kLamplight}, {4, 9, 1.2F}),
             light,
             overlay,
             of_source("Greys given back", Underpaint{}, BlendMode::luminosity, 0.7F),
         })
        painting = with_pass(std::move(painting), std::move(pass));
    return with_passes_grouped(std::move(painting), {1, 2, 3}, "Cart");
}

Painting flats_and_shade(Size size) {
    Painting painting = sealed_salt_cart(size);
    painting.name = "Salt cart, flats and shade";
    painting = with_plain_ground(std::move(painting), of_255({168, 160, 150}));
    const Flat flats[] = {
        {id(Shape::sky), of_255({178, 142, 150})},    {id(Shape::ridge), of_255({132, 112, 146})},
        {id(Shape::salt), of_255({148, 142, 170})},   {id(Shape::pools), of_255({100, 112, 146})},
        {id(Shape::mill), of_255({96, 82, 112})},     {id(Shape::cart), of_255({128, 98, 74})},
        {id(Shape::lantern), of_255({255, 214, 140})}};
    painting = with_flats(std::move(painting), flats);
    painting = with_shading(std::move(painting), 0.15F);
    Curve cool;
    cool.blue = {{0, 0.12F}, {0.5F, 0.55F}, {1, 0.96F}};
    cool.red = {{0, 0}, {0.3F, 0.24F}, {1, 1}};
    for (Pass pass : {
             of_source("Shadows toward blue", cool, BlendMode::normal, 0.8F),
             tint("Afterglow", {232, 156, 112}, BlendMode::true_colour, 0.85F, {id(Shape::sky)},
                  {5.2F, 9, 1.2F}),
             tint("Lamplight", {255, 180, 80}, BlendMode::true_colour, 1,
                  {id(Shape::lantern), kLamplight}, {4, 9, 1.2F}),
             of_source("Greys given back", Underpaint{}, BlendMode::luminosity, 0.7F),
         })
        painting = with_pass(std::move(painting), std::move(pass));
    return painting;
}

}  // namespace underpaint::demo
