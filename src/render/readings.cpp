// SPDX-License-Identifier: GPL-3.0-or-later
#include "render/readings.h"

#include <algorithm>
#include <utility>

#include "blend/read_rows.h"
#include "colour/value_scale.h"

namespace underpaint {

FloatBlock steps_of(const RgbBlock& pixels, Reader reader) {
    FloatBlock result(pixels.area());
    const auto steps = result.samples();
    read_row(reader, pixels.all(), steps);
    for (float& v : steps) v = step_of(v);
    return result;
}

FloatBlock steps_of(const Picture& picture, Reader reader) {
    constexpr int rows = 64;  // rows at a time: the whole picture would need three more planes
    FloatBlock result(rect_of(picture.size()));
    RgbBlock strip;
    const Size size = picture.size();
    for (int y = 0; y < size.height; y += rows) {
        strip.reshape({0, y, size.width, std::min(rows, size.height - y)});
        picture.read_rgb(strip);
        for (int row = 0; row < strip.area().height; ++row) {
            const auto steps = result.row(y + row);
            read_row(reader, std::as_const(strip).row(row), steps);
            for (float& v : steps) v = step_of(v);
        }
    }
    return result;
}

FloatBlock warmth_of(const RgbBlock& pixels) {
    FloatBlock result(pixels.area());
    warmth_row(pixels.all(), result.samples());
    return result;
}

void read_colours(const RgbBlock& pixels, Reader reader, FloatBlock& steps, ColourBlocks& colours) {
    for (FloatBlock* block : {&steps, &colours.warmth, &colours.a, &colours.b, &colours.intensity})
        block->reshape(pixels.area());
    const bool lightness = reader == Reader::lightness;
    colour_rows(pixels.all(),
                {colours.warmth.samples(), colours.a.samples(), colours.b.samples(),
                 colours.intensity.samples(), lightness ? steps.samples() : std::span<float>()});
    if (!lightness) read_row(reader, pixels.all(), steps.samples());
    for (float& v : steps.samples()) v = step_of(v);
}

void read_colours_and_light(const RgbBlock& pixels, Reader reader, FloatBlock& steps,
                            ColourBlocks& colours, RgbBlock& linear) {
    read_light(pixels, reader, steps, linear);
    read_colours_of_light(linear, colours);
}

void read_colours_of_light(const RgbBlock& linear, ColourBlocks& colours) {
    for (FloatBlock* block : {&colours.warmth, &colours.a, &colours.b, &colours.intensity})
        block->reshape(linear.area());
    colour_rows_of_light(linear.all(), {colours.warmth.samples(),
                                        colours.a.samples(),
                                        colours.b.samples(),
                                        colours.intensity.samples(),
                                        {}});
}

void read_light(const RgbBlock& pixels, Reader reader, FloatBlock& steps, RgbBlock& linear) {
    steps.reshape(pixels.area());
    linear.reshape(pixels.area());
    const bool lightness = reader == Reader::lightness;
    light_rows(pixels.all(), linear.all(), lightness ? steps.samples() : std::span<float>());
    if (!lightness) read_row(reader, pixels.all(), steps.samples());
    for (float& v : steps.samples()) v = step_of(v);
}

}  // namespace underpaint
