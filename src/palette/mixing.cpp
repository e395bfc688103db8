// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/mixing.h"

#include <cassert>
#include <cmath>
#include <vector>

#include "colour/clipped.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

double whole_of(std::span<const MixPart> parts) {
    double whole = 0;
    for (const MixPart& part : parts) whole += part.amount;
    return whole;
}

Rgb mixed_light(std::span<const MixPart> parts, double whole) {
    double r = 0, g = 0, b = 0;
    for (const MixPart& part : parts) {
        const LinearRgb c = decode(part.colour);
        r += part.amount * static_cast<double>(c.r);
        g += part.amount * static_cast<double>(c.g);
        b += part.amount * static_cast<double>(c.b);
    }
    return encode_clipped({static_cast<float>(r / whole), static_cast<float>(g / whole),
                           static_cast<float>(b / whole)});
}

Rgb glazed(std::span<const MixPart> parts) {
    Reflectance product;
    product.fill(1);
    for (const MixPart& part : parts) {
        const Reflectance surface = solved_reflectance(part.colour);
        for (std::size_t i = 0; i < kBands; ++i) product[i] *= std::pow(surface[i], part.amount);
    }
    return encode_clipped(colour_of(product));
}

}  // namespace

double absorption_of(double reflectance) {
    const double away = 1 - reflectance;
    return away * away / (2 * reflectance);
}

double reflectance_of_absorption(double absorption) {
    // 1 + k - sqrt(k^2 + 2k), in a form that loses no digits for large k.
    return 1 / (1 + absorption + std::sqrt(absorption * absorption + 2 * absorption));
}

Reflectance mixed_paint(std::span<const PaintPart> parts) {
    assert(!parts.empty());
    double whole = 0;
    for (const PaintPart& part : parts) whole += part.amount;
    if (!(whole > 0)) return parts.front().surface;
    Reflectance mixture;
    for (std::size_t i = 0; i < kBands; ++i) {
        double absorption = 0;
        for (const PaintPart& part : parts)
            absorption += part.amount * absorption_of(part.surface[i]);
        mixture[i] = reflectance_of_absorption(absorption / whole);
    }
    return mixture;
}

Rgb mixed(std::span<const MixPart> parts, MixAs as) {
    assert(!parts.empty());
    const double whole = whole_of(parts);
    if (!(whole > 0)) return parts.front().colour;
    switch (as) {
        case MixAs::light: return mixed_light(parts, whole);
        case MixAs::glaze: return glazed(parts);
        case MixAs::paint: break;
    }
    std::vector<PaintPart> paints;
    for (const MixPart& part : parts)
        paints.push_back({solved_reflectance(part.colour), part.amount});
    return encode_clipped(colour_of(mixed_paint(paints)));
}

}  // namespace underpaint
