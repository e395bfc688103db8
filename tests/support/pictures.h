// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "painting/changes.h"
#include "painting/painting.h"

/// Pictures and paintings whose answers are known.
namespace underpaint::testing {

/// The colour of a lightness, chroma and hue (in degrees) of OKLab.
Rgb lch(float l, float c, float h);

/// The encoded level of a value step.
float encoded(double step);

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
Picture filled(Size size, Channels channels, Rgb colour, float alpha = 1);

/// From black at the left to white at the right.
Picture ramp(Size size, Depth depth = Depth::bits16);

/// Middle grey at the left, red at the right, of eight bits.
Picture half_red(Size size);

/// Pixels that no two of are likely to be the same; the same ones for a seed.
Picture noise(Size size, Channels channels, Depth depth, unsigned seed = 1);

Painting sealed(Picture underpaint);

Pass tint(Rgb colour, BlendMode blend, float strength = 1, float hold = 0);

/// A part that covers the columns left .. right.
Painting with_columns(Painting painting, std::string name, int left, int right);

/// Cool shadows and warm lights over greys in two parts, Sky and Flat; its passes move values.
Painting dusk(Size size);

Rgb pixel(const Picture& picture, int x, int y);

}  // namespace underpaint::testing
