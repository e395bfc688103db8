// SPDX-License-Identifier: GPL-3.0-or-later
#include "practice/drawing.h"

#include <algorithm>
#include <cmath>

#include "colour/intensity.h"
#include "colour/lab.h"
#include "colour/oklab.h"
#include "colour/reader.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "raster/in_parallel.h"

namespace underpaint {
namespace {

constexpr int kPoints = 4;  // sample points across a pixel
constexpr double kPaleChroma = 0.03;

float on_level(float v) {
    return std::round(255 * std::clamp(v, 0.0F, 1.0F)) / 255;
}

}  // namespace

Rgb on_levels(Rgb colour) {
    return {on_level(colour.r), on_level(colour.g), on_level(colour.b)};
}

Rgb neutral_of(double step) {
    return on_levels(grey(encoded_grey_of(lightness_of_step(static_cast<float>(step)))));
}

DrillCell cell_of(Rgb colour) {
    const OkLch c = oklch(oklab(decode(colour)));
    const int step = static_cast<int>(std::lround(step_of_colour(colour)));
    const auto hue =
        static_cast<int>(std::floor(static_cast<double>(c.h) * DrillCell::kHues / 360));
    return {static_cast<double>(c.c) < kPaleChroma
                ? DrillCell::kNeutral
                : (hue % DrillCell::kHues + DrillCell::kHues) % DrillCell::kHues,
            std::clamp(step, DrillCell::kDarkest, DrillCell::kLightest)};
}

double step_of_colour(Rgb colour) {
    return static_cast<double>(step_of(read(Reader::lightness, colour)));
}

Rgb colour_of(double step, double hue, double intensity) {
    // At one hue and share of the gamut, L* grows with OKLab's lightness.
    const auto at = [&](double l) {
        const auto chroma = static_cast<float>(intensity) *
                            gamut_chroma(static_cast<float>(l), static_cast<float>(hue));
        const LinearRgb linear =
            linear_rgb(oklab(OkLch{static_cast<float>(l), chroma, static_cast<float>(hue)}));
        return encode(linear);
    };
    double low = 0, high = 1;
    for (int i = 0; i < 30; ++i) {
        const double middle = (low + high) / 2;
        (step_of_colour(at(middle)) < step ? low : high) = middle;
    }
    return on_levels(at((low + high) / 2));
}

RgbBlock drawn(Size size, const std::function<Rgb(double x, double y)>& colour_at) {
    RgbBlock picture(rect_of(size));
    in_parallel(0, size.height, [&](int y) {
        for (int x = 0; x < size.width; ++x) {
            const auto point = [&](int u, int v) {
                return colour_at(x + (u + 0.5) / kPoints, y + (v + 0.5) / kPoints);
            };
            // Most pixels are of one colour: then their four corners agree.
            constexpr int last = kPoints - 1;
            const Rgb corner = point(0, 0);
            Rgb mean = corner;
            if (!(corner == point(last, 0) && corner == point(0, last) &&
                  corner == point(last, last))) {
                Rgb sum{0, 0, 0};
                for (int v = 0; v < kPoints; ++v)
                    for (int u = 0; u < kPoints; ++u) {
                        const Rgb c = point(u, v);
                        sum = {sum.r + c.r, sum.g + c.g, sum.b + c.b};
                    }
                constexpr float share = 1.0F / (kPoints * kPoints);
                mean = {sum.r * share, sum.g * share, sum.b * share};
            }
            picture.row(y).set(static_cast<std::size_t>(x), on_levels(mean));
        }
    });
    return picture;
}

}  // namespace underpaint
