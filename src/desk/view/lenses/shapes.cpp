// SPDX-License-Identifier: GPL-3.0-or-later
#include <vector>

#include "desk/view/lens.h"
#include "render/readings.h"

namespace underpaint {

// The picture reduced to two, three or five flat values.

namespace {

template <ShapeCount count>
RgbBlock flattened(const LensTile& tile) {
    std::vector<Rgb> flats;
    for (std::size_t shape = 0; shape < number_of(count); ++shape)
        flats.push_back(
            grey(encoded_grey_of(lightness_of_step(static_cast<float>(flat_step(count, shape))))));
    const Splits& splits = tile.plan.splits.of(count);
    const FloatBlock steps = steps_of(tile.now, tile.reader);
    RgbBlock pixels(tile.now.area());
    const RgbRow all = pixels.all();
    for (std::size_t i = 0; i < all.r.size(); ++i)
        all.set(i, flats[shape_of_step(splits, steps.samples()[i])]);
    return pixels;
}

}  // namespace

const LensRecord kShapes2Lens{
    .lens = Lens::shapes_2,
    .id = "shapes-2",
    .label = "Shapes 2",
    .about = "Two flat values: dark and light. The split is dragged on the ladder",
    .on_values = true,
    .pixels = flattened<ShapeCount::two>,
    .shapes = ShapeCount::two,
    .heeds_splits = true,
};

const LensRecord kShapes3Lens{
    .lens = Lens::shapes_3,
    .id = "shapes-3",
    .label = "Shapes 3",
    .about = "Three flat values: dark, middle, light. The splits are dragged on the ladder",
    .on_values = true,
    .on_colour = true,
    .pixels = flattened<ShapeCount::three>,
    .shapes = ShapeCount::three,
    .heeds_splits = true,
};

const LensRecord kShapes5Lens{
    .lens = Lens::shapes_5,
    .id = "shapes-5",
    .label = "Shapes 5",
    .about = "Five flat values. The splits are dragged on the ladder",
    .on_values = true,
    .pixels = flattened<ShapeCount::five>,
    .shapes = ShapeCount::five,
    .heeds_splits = true,
};

}  // namespace underpaint
