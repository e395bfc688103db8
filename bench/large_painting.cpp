// SPDX-License-Identifier: GPL-3.0-or-later
#include "large_painting.h"

#include <tbb/parallel_for.h>

#include <cmath>

#include "painting/version_changes.h"

namespace underpaint::bench {
namespace {

constexpr BlendMode kModes[] = {
    BlendMode::color,      BlendMode::multiply,   BlendMode::overlay, BlendMode::color,
    BlendMode::soft_light, BlendMode::screen,     BlendMode::normal,  BlendMode::hue,
    BlendMode::hard_light, BlendMode::luminosity, BlendMode::lighten, BlendMode::color_burn};

/// A soft disc or a bar, in shares of the picture.
float form(float u, float v, unsigned seed) {
    const auto s = static_cast<float>(seed);
    const float x = u - 0.3F - 0.05F * s, y = v - 0.55F + 0.04F * s;
    const float disc = std::exp(-(x * x + y * y) * 30);
    const float waves = std::sin(u * (9 + s)) * std::sin(v * (7 + 2 * s));
    return 0.15F + 0.55F * v + 0.35F * disc + 0.12F * waves;
}

}  // namespace

Picture structured(Size size, Channels channels, unsigned seed) {
    Picture picture(size, channels, Depth::bits8);
    const int bands = TileGrid{size}.rows();
    tbb::parallel_for(0, bands, [&](int band) {
        std::vector<float> row(static_cast<std::size_t>(size.width));
        for (int c = 0; c < count_of(channels); ++c)
            for (int y = band * kTileSide; y < std::min(size.height, (band + 1) * kTileSide); ++y) {
                const float v = static_cast<float>(y) / static_cast<float>(size.height);
                std::uint32_t tooth = static_cast<std::uint32_t>(y) * 2654435761U + seed;
                // A value every fourth pixel, straight between: forms are smooth, the tooth is not.
                float from = form(0, v, seed + unsigned(c)), to = from;
                for (std::size_t x = 0; x < row.size(); ++x) {
                    if (x % 64 == 0) {
                        from = to;
                        to = form(static_cast<float>(x + 64) / static_cast<float>(size.width), v,
                                  seed + unsigned(c));
                    }
                    tooth = tooth * 1664525U + 1013904223U;
                    row[x] = from + (to - from) * static_cast<float>(x % 64) / 64 +
                             0.03F * (static_cast<float>(tooth >> 8) / 0x1000000 - 0.5F);
                }
                picture.write_channel(c, 0, y, row);
            }
    });
    return picture;
}

Painting sealed_grey(Size size) {
    Painting painting;
    painting.name = "Bench";
    painting.underpaint = share(structured(size, Channels::grey, 1));
    return with_seal(std::move(painting), "2026-01-01");
}

Painting twelve_passes(Size size) {
    Painting painting = sealed_grey(size);
    // Six soft-edged parts, each half as wide and half as high as the picture.
    for (int i = 0; i < 6; ++i) {
        Picture mask(size, Channels::grey, Depth::bits8);
        const int left = size.width / 2 * (i % 3) / 2, top = size.height / 2 * (i / 3);
        std::vector<float> row(static_cast<std::size_t>(size.width / 2), 1.0F);
        for (std::size_t x = 0; x < 32 && x < row.size(); ++x)
            row[x] = row[row.size() - 1 - x] = static_cast<float>(x) / 32;
        for (int y = top; y < top + size.height / 2; ++y) mask.write_channel(0, left, y, row);
        mask.settle();
        painting = with_part(std::move(painting), "Part", share(std::move(mask)));
    }
    const SharedPicture colours = share(structured(size, Channels::rgb, 3));
    for (int i = 0; i < 12; ++i) {
        Pass pass;
        pass.name = "Pass";
        pass.blend = kModes[i];
        pass.strength = 0.35F + 0.04F * static_cast<float>(i);
        if (i % 3 == 0)
            pass.source = Painted{colours, 0, 0};
        else
            pass.source = Tint{{0.2F + 0.06F * static_cast<float>(i), 0.5F, 0.6F}};
        if (i % 2 == 1) pass.reach.parts = {painting.parts[static_cast<std::size_t>(i / 2)].id};
        painting = with_pass(std::move(painting), pass);
    }
    return painting;
}

Painting three_hundred_layers(Size size) {
    Painting painting = sealed_grey(size);
    const Size small{size.width / 12, size.height / 12};
    const Picture colours = structured(small, Channels::rgb, 4);
    std::uint32_t random = 7;
    const auto below = [&](int limit) {
        random = random * 1664525U + 1013904223U;
        return static_cast<int>((random >> 8) % static_cast<std::uint32_t>(limit));
    };
    for (int i = 0; i < 300; ++i) {
        const int left = below(size.width - small.width), top = below(size.height - small.height);
        Picture pixels(small, Channels::rgb_alpha, Depth::bits8);
        std::vector<float> row(static_cast<std::size_t>(small.width));
        for (int y = 0; y < small.height; ++y) {
            for (int c = 0; c < 3; ++c) {
                colours.read_channel((c + i) % 3, 0, y, row);
                pixels.write_channel(c, 0, y, row);
            }
            for (int x = 0; x < small.width; ++x)
                row[static_cast<std::size_t>(x)] = std::min(
                    1.0F, 0.02F * static_cast<float>(
                                      std::min({x, y, small.width - 1 - x, small.height - 1 - y})));
            pixels.write_channel(3, 0, y, row);
        }
        pixels.settle();
        Pass pass;
        pass.name = "Layer";
        pass.blend = kModes[i % 12];
        pass.strength = 0.6F;
        pass.source = Painted{share(std::move(pixels)), left, top};
        painting = with_pass(std::move(painting), pass);
    }
    return painting;
}

Painting six_versions(const Painting& one) {
    Painting painting = one;
    for (int i = 0; i < 5; ++i) {
        Colouring own = colouring_of(painting);
        Pass wash;
        wash.name = "Wash";
        GradientMap map;
        map.stops = {{0, {0.1F * static_cast<float>(i), 0.2F, 0.4F}}, {1, {0.9F, 0.8F, 0.6F}}};
        wash.source = map;
        wash.blend = BlendMode::true_colour;
        wash.strength = 0.3F;
        own.passes.push_back(std::move(wash));
        painting = with_version(std::move(painting), "Other", {}, std::move(own));
    }
    return painting;
}

}  // namespace underpaint::bench
