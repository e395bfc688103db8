// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/pictures.h"

#include <random>

#include "colour/oklab.h"
#include "colour/reader.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"

namespace underpaint::testing {

Rgb lch(float l, float c, float h) {
    return encode(linear_rgb(oklab(OkLch{l, c, h})));
}

float encoded(double step) {
    return encoded_grey_of(lightness_of_step(static_cast<float>(step)));
}

Picture filled(Size size, Channels channels, Rgb colour, float alpha) {
    Picture picture(size, channels, Depth::bits16);
    const float values[] = {colour.r, colour.g, colour.b, alpha};
    for (int c = 0; c < count_of(channels); ++c) {
        const std::vector<float> row(static_cast<std::size_t>(size.width), values[c]);
        for (int y = 0; y < size.height; ++y) picture.write_channel(c, 0, y, row);
    }
    picture.settle();
    return picture;
}

Picture half_red(Size size) {
    return coloured(
        size,
        [&](int x, int) {
            return 2 * x < size.width ? Rgb{0.5F, 0.5F, 0.5F} : Rgb{1, 0, 0};
        },
        Depth::bits8);
}

Picture ramp(Size size, Depth depth) {
    return grey_picture(
        size, [&](int x, int) { return double(x) / std::max(1, size.width - 1); }, depth);
}

Picture noise(Size size, Channels channels, Depth depth, unsigned seed) {
    std::mt19937 random(seed);
    Picture picture(size, channels, depth);
    std::vector<float> row(static_cast<std::size_t>(size.width));
    for (int c = 0; c < count_of(channels); ++c)
        for (int y = 0; y < size.height; ++y) {
            for (float& v : row) v = static_cast<float>(random() % 65536) / 65535.0F;
            picture.write_channel(c, 0, y, row);
        }
    return picture;
}

Painting sealed(Picture underpaint) {
    Painting painting;
    painting.name = "Test";
    painting.underpaint = share(std::move(underpaint));
    return with_seal(std::move(painting), "2026-11-19");
}

Pass tint(Rgb colour, BlendMode blend, float strength, float hold) {
    Pass pass;
    pass.name = "Tint";
    pass.source = Tint{colour};
    pass.blend = blend;
    pass.strength = strength;
    pass.hold = hold;
    return pass;
}

Painting with_columns(Painting painting, std::string name, int left, int right) {
    const Size size = painting.size();
    return with_part(
        std::move(painting), std::move(name),
        share(grey_picture(
            size, [&](int x, int) { return x >= left && x < right ? 1 : 0; }, Depth::bits8)));
}

Painting dusk(Size size) {
    const int half = size.width / 2;
    Painting painting = sealed(grey_picture(
        size, [&](int x, int y) { return 0.25 + (x % half) / (2.0 * half) + y / 1000.0; }));
    painting = with_columns(std::move(painting), "Sky", 0, half);
    painting = with_columns(std::move(painting), "Flat", half, size.width);
    painting = with_pass(std::move(painting), tint({0.25F, 0.4F, 0.75F}, BlendMode::color));
    Pass warm = tint({0.95F, 0.55F, 0.2F}, BlendMode::color, 0.9F);
    warm.reach.band = ValueBand{5, 9};
    return with_pass(std::move(painting), warm);
}

Rgb pixel(const Picture& picture, int x, int y) {
    const RgbBlock block = rgb_of(picture, {x, y, 1, 1});
    return block.row(0)[0];
}

}  // namespace underpaint::testing
