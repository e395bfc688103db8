// SPDX-License-Identifier: GPL-3.0-or-later
#include "sketches.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>
#include <opencv2/imgproc.hpp>

#include "noise.h"
#include "painter.h"

namespace underpaint::demo {
namespace {

constexpr Size kSize{400, 300};

/// Part of a painted scene, its values changed.
Picture arrangement(const Canvas& canvas, const Rect& part,
                    const std::function<float(float)>& value) {
    Picture picture(part.size(), Channels::grey, Depth::bits8);
    std::vector<float> row(static_cast<std::size_t>(part.width));
    for (int y = 0; y < part.height; ++y) {
        for (int x = 0; x < part.width; ++x)
            row[static_cast<std::size_t>(x)] =
                std::clamp(value(canvas.value(x + part.x, y + part.y)), 0.0F, 1.0F);
        picture.write_channel(0, 0, y, row);
    }
    return picture;
}

/// A colour and the way of the stroke at a place: x and y from 0 to 1.
struct Sighted {
    Rgb colour;
    float angle = 0;
};
using Place = std::function<Sighted(float x, float y)>;

Rgb mix(Rgb a, Rgb b, float t) {
    t = std::clamp(t, 0.0F, 1.0F);
    return {a.r + t * (b.r - a.r), a.g + t * (b.g - a.g), a.b + t * (b.b - a.b)};
}
constexpr Rgb of(float r, float g, float b) {
    return {r / 255, g / 255, b / 255};
}

/// Strokes of smaller and smaller brushes, each in the colour that is seen where it begins.
Picture painted(const Place& place, std::uint32_t seed) {
    cv::Mat canvas(kSize.height, kSize.width, CV_8UC3);
    Dice dice(seed);
    for (const float radius : {12.0F, 6.0F, 3.0F, 1.6F, 1.0F}) {
        const auto strokes =
            static_cast<int>(1.3F * static_cast<float>(kSize.area()) / (radius * radius * 5));
        for (int i = 0; i < strokes; ++i) {
            const float x = dice.between(-0.03F, 1.03F), y = dice.between(-0.03F, 1.03F);
            const Sighted seen = place(x, y);
            const float light = dice.between(-0.02F, 0.02F),
                        angle = seen.angle + dice.between(-0.15F, 0.15F),
                        length = radius * dice.between(1.5F, 4.0F);
            const auto level = [&](float v) {
                return 255.0 * static_cast<double>(std::clamp(v + light, 0.0F, 1.0F));
            };
            const cv::Point2f middle(x * kSize.width, y * kSize.height),
                half(std::cos(angle) * length, std::sin(angle) * length);
            cv::line(canvas, middle - half, middle + half,
                     {level(seen.colour.r), level(seen.colour.g), level(seen.colour.b)},
                     std::max(1, static_cast<int>(std::lround(radius * 1.4F))), cv::LINE_AA);
        }
    }
    Picture picture(kSize, Channels::rgb, Depth::bits8);
    for (int y = 0; y < kSize.height; ++y)
        picture.write_interleaved(y, std::span<const std::uint8_t>(
                                         canvas.ptr(y), static_cast<std::size_t>(3 * kSize.width)));
    return picture;
}

}  // namespace

Arrangements arrangements(Size painting) {
    const double by = std::min(1.0, static_cast<double>(painting.width) / kSize.width);
    const auto scaled = [&](int pixels) { return static_cast<int>(std::lround(pixels * by)); };
    const Size size{scaled(kSize.width), scaled(kSize.height)};
    const Canvas whole = paint(size), large = paint({scaled(700), scaled(525)});
    return {arrangement(whole, rect_of(size), [](float v) { return 0.26F + 0.44F * v; }),
            // Darks and middles drawn together, the light kept.
            arrangement(
                whole, rect_of(size),
                [](float v) { return v < 0.6F ? 0.08F + 0.72F * v : 0.512F + 1.22F * (v - 0.6F); }),
            arrangement(large, {scaled(250), scaled(156), size.width, size.height},
                        [](float v) { return 0.04F + 0.9F * v; })};
}

Picture harbour_lamps() {
    constexpr std::array lamps{0.14F, 0.33F, 0.5F, 0.72F, 0.9F};
    constexpr float horizon = 0.42F;
    return painted(
        [&](float x, float y) {
            const bool water = y > horizon;
            Rgb c = water ? mix(of(34, 46, 84), of(16, 22, 44), (y - horizon) / 0.58F)
                          : mix(of(24, 30, 62), of(74, 66, 108), smooth(0, horizon, y));
            const float roofs = horizon - 0.05F - 0.07F * noise(x * 9, 1, 5) * noise(x * 31, 2, 6);
            if (!water && y > roofs) c = of(20, 22, 40);
            for (const float lamp : lamps) {
                const float dx = x - lamp, dy = y - (horizon - 0.07F);
                const float glow = std::exp(-(dx * dx * 900 + dy * dy * 520));
                c = mix(c, of(255, 214, 138), 1.2F * glow);
                c = mix(c, of(224, 128, 60), 0.55F * std::exp(-(dx * dx * 110 + dy * dy * 80)));
                if (!water) continue;
                const float sway = 0.02F * (noise(x * 4, y * 40, 8) - 0.5F),
                            wide = 0.008F + 0.03F * (y - horizon);
                const float streak = std::exp(-(dx + sway) * (dx + sway) / (2 * wide * wide)) *
                                     smooth(0.35F, 0.7F, noise(x * 30, y * 70, 9));
                c = mix(c, of(236, 158, 80), streak * (1.05F - 0.9F * (y - horizon)));
            }
            return Sighted{c, water ? 0.0F : 0.4F * (noise(x * 3, y * 3, 3) - 0.5F)};
        },
        11);
}

Picture kiln_door() {
    return painted(
        [](float x, float y) {
            const float dx = (x - 0.58F) * 1.33F, arch = std::hypot(dx, std::min(0.0F, y - 0.42F));
            const bool door = arch < 0.15F && y < 0.74F;
            const float away = std::hypot(dx, (y - 0.52F) * 0.9F);
            Rgb c = mix(of(150, 84, 48), of(38, 42, 40), smooth(0.14F, 0.62F, away));
            c = mix(c, of(58, 64, 58), 0.35F * noise(x * 12, y * 7, 4));
            if (y > 0.76F)
                c = mix(of(158, 92, 54), of(40, 36, 34),
                        smooth(0, 0.55F, std::fabs(dx) + (y - 0.76F)));
            if (door)
                c = mix(of(255, 226, 150), of(226, 92, 34),
                        smooth(0.02F, 0.15F, arch + 0.25F * std::fabs(y - 0.5F)));
            if (x < 0.26F && y > 0.34F && y < 0.9F) c = mix(c, of(28, 34, 34), 0.85F);
            return Sighted{c, y > 0.76F ? 0.05F : std::atan2(y - 0.5F, dx) + 1.57F};
        },
        12);
}

Picture fog_at_six() {
    return painted(
        [](float x, float y) {
            Rgb c = mix(of(226, 214, 226), of(196, 186, 206), smooth(0.1F, 0.9F, y));
            c = mix(
                c, of(240, 204, 196),
                0.7F * std::exp(-((x - 0.3F) * (x - 0.3F) * 9 + (y - 0.36F) * (y - 0.36F) * 14)));
            float angle = 0.1F;
            for (int row = 0; row < 3; ++row) {
                const auto depth = static_cast<float>(row);
                const float ground =
                    0.58F + 0.14F * depth + 0.04F * noise(x * 3 + depth * 7, depth, 21);
                const Rgb bark = mix(of(182, 172, 196), of(104, 104, 132), depth / 2);
                if (y > ground) c = mix(bark, of(206, 196, 210), smooth(ground, ground + 0.2F, y));
                const float cell = 0.09F + 0.07F * depth,
                            column = std::floor(x / cell + depth * 0.4F);
                const float trunk =
                    (column - depth * 0.4F + 0.3F + 0.4F * noise(column, depth, 22)) * cell;
                const float lean = 0.03F * (noise(column, depth + 9, 23) - 0.5F);
                if (std::fabs(x - trunk - lean * (ground - y)) < 0.006F + 0.006F * depth &&
                    y < ground && y > 0.12F * noise(column, depth, 24)) {
                    c = mix(bark, c, smooth(0.5F, 0.0F, y) * 0.7F);
                    angle = 1.57F;
                }
            }
            return Sighted{c, angle};
        },
        13);
}

Picture old_print() {
    return painted(
        [](float x, float y) {
            float v = 0.86F - 0.2F * y, angle = 0;
            for (int row = 0; row < 4; ++row) {
                const auto depth = static_cast<float>(row);
                const float top =
                    0.3F + 0.15F * depth - 0.16F * noise(x * (2.2F + depth), depth * 3, 31);
                if (y < top) continue;
                angle = 0.5F + 0.5F * depth;
                v = 0.66F - 0.15F * depth + 0.22F * smooth(top, top + 0.16F, y);
                const float hatch = std::sin(160 * (x * std::cos(angle) + y * std::sin(angle)));
                v -= 0.13F * smooth(0.2F, 0.9F, hatch);
            }
            return Sighted{grey(v), angle + 1.57F};
        },
        14);
}

}  // namespace underpaint::demo
