// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <random>

#include "painting/changes.h"
#include "painting/painting.h"

/// Pictures and paintings whose answers are known.
namespace underpaint::testing {

/// A grey picture of which value(x, y) is the encoded level 0..1.
template <class Value>
Picture grey_picture(Size size, Value value, Depth depth = Depth::bits16) {
    Picture picture(size, Channels::grey, depth);
    std::vector<float> row(static_cast<std::size_t>(size.width));
    for (int y = 0; y < size.height; ++y) {
        for (int x = 0; x < size.width; ++x)
            row[static_cast<std::size_t>(x)] = static_cast<float>(value(x, y));
        picture.write_channel(0, 0, y, row);
    }
    picture.settle();
    return picture;
}

/// A picture of which value(x, y) is the colour.
template <class Value>
Picture coloured(Size size, Value value, Depth depth = Depth::bits16) {
    Picture picture(size, Channels::rgb, depth);
    RgbBlock block(rect_of(size));
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x)
            block.row(y).set(static_cast<std::size_t>(x), value(x, y));
    picture.write_rgb(block);
    picture.settle();
    return picture;
}

/// One colour, see-through as far as `alpha` says.
inline Picture filled(Size size, Channels channels, Rgb colour, float alpha = 1) {
    Picture picture(size, channels, Depth::bits16);
    const float values[] = {colour.r, colour.g, colour.b, alpha};
    for (int c = 0; c < count_of(channels); ++c) {
        const std::vector<float> row(static_cast<std::size_t>(size.width), values[c]);
        for (int y = 0; y < size.height; ++y) picture.write_channel(c, 0, y, row);
    }
    picture.settle();
    return picture;
}

/// From black at the left to white at the right.
inline Picture ramp(Size size, Depth depth = Depth::bits16) {
    return grey_picture(
        size, [&](int x, int) { return double(x) / std::max(1, size.width - 1); }, depth);
}

/// Pixels that no two of are likely to be the same; the same ones for a seed.
inline Picture noise(Size size, Channels channels, Depth depth, unsigned seed = 1) {
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

inline Painting sealed(Picture underpaint) {
    Painting painting;
    painting.name = "Test";
    painting.underpaint = share(std::move(underpaint));
    return with_seal(std::move(painting), "2026-11-19");
}

inline Pass tint(Rgb colour, BlendMode blend, float strength = 1, float hold = 0) {
    Pass pass;
    pass.name = "Tint";
    pass.source = Tint{colour};
    pass.blend = blend;
    pass.strength = strength;
    pass.hold = hold;
    return pass;
}

/// A part that covers the columns left .. right.
inline Painting with_columns(Painting painting, std::string name, int left, int right) {
    const Size size = painting.size();
    return with_part(
        std::move(painting), std::move(name),
        share(grey_picture(
            size, [&](int x, int) { return x >= left && x < right ? 1 : 0; }, Depth::bits8)));
}

inline Rgb pixel(const Picture& picture, int x, int y) {
    const RgbBlock block = rgb_of(picture, {x, y, 1, 1});
    return block.row(0)[0];
}

}  // namespace underpaint::testing
