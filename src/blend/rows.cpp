// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/rows.h"

#include <array>
#include <utility>

#include "blend/fast_transfer.h"
#include "blend/relight.h"
#include "colour/oklab.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

LinearRgb decoded(Rgb c) {
    return {fast::decode(c.r), fast::decode(c.g), fast::decode(c.b)};
}

Rgb relit(Rgb c, float y) {
    const LinearRgb lit = relight(decoded(c), y);
    return {fast::encode(lit.r), fast::encode(lit.g), fast::encode(lit.b)};
}

Rgb mix(Rgb from, Rgb to, float share) {
    return {from.r + share * (to.r - from.r), from.g + share * (to.g - from.g),
            from.b + share * (to.b - from.b)};
}

/// What the row has in common, and one pixel of it: the result before any hold.
template <BlendMode mode>
Rgb laid_pixel(Rgb backdrop, Rgb source, float alpha) {
    if constexpr (mode == BlendMode::true_colour)
        return mix(backdrop, relit(source, luminance(decoded(backdrop))), alpha);
    else
        return lay({mode, 0}, backdrop, source, alpha);
}

template <BlendMode mode>
void lay_row_in(float hold, RgbRow state, ConstRgbRow source, std::span<const float> alpha,
                std::span<const float> held_luminance) {
    if (mode == BlendMode::true_colour) hold = 1;
    for (std::size_t i = 0; i < alpha.size(); ++i) {
        if (!(alpha[i] > 0)) continue;
        const Rgb found = state[i];
        Rgb laid = laid_pixel<mode>(found, source[i], alpha[i]);
        if (hold > 0) {
            const float y = held_luminance.empty() ? luminance(decoded(found)) : held_luminance[i];
            laid = mix(laid, relit(laid, y), hold);
        }
        state.set(i, laid);
    }
}

using LayRow = void (*)(float, RgbRow, ConstRgbRow, std::span<const float>, std::span<const float>);

template <std::size_t... modes>
constexpr std::array<LayRow, kBlendModes> lay_rows(std::index_sequence<modes...>) {
    return {lay_row_in<static_cast<BlendMode>(modes)>...};
}

float luma_of(Rgb c) {
    return 0.3F * c.r + 0.59F * c.g + 0.11F * c.b;
}

/// OKLab with tabled roots; see oklab().
OkLab oklab_of(LinearRgb c) {
    return oklab_from_cone_roots(cone_response(c), fast::cube_root);
}

}  // namespace

void lay_row(const Laying& how, RgbRow state, ConstRgbRow source, std::span<const float> alpha,
             std::span<const float> held_luminance) {
    static constexpr auto rows = lay_rows(std::make_index_sequence<kBlendModes>());
    rows[static_cast<std::size_t>(how.mode)](how.hold, state, source, alpha, held_luminance);
}

void read_row(Reader reader, ConstRgbRow pixels, std::span<float> out) {
    const auto each = [&](auto f) {
        for (std::size_t i = 0; i < out.size(); ++i) out[i] = f(pixels[i]);
    };
    switch (reader) {
        case Reader::lightness:
            return each([](Rgb c) { return fast::lightness(luminance(decoded(c))); });
        case Reader::luma:
            return each([](Rgb c) { return fast::lightness(fast::decode(luma_of(c))); });
        case Reader::oklab:
            return each([](Rgb c) {
                const float l = oklab_of(decoded(c)).l;
                return fast::lightness(l * l * l);
            });
        case Reader::glow: return each([](Rgb c) { return read(Reader::glow, c); });
    }
}

void luminance_row(ConstRgbRow pixels, std::span<float> out) {
    for (std::size_t i = 0; i < out.size(); ++i) out[i] = luminance(decoded(pixels[i]));
}

void lightness_row(std::span<const float> luminance, std::span<float> out) {
    for (std::size_t i = 0; i < out.size(); ++i) out[i] = fast::lightness(luminance[i]);
}

void warmth_row(ConstRgbRow pixels, std::span<float> out) {
    for (std::size_t i = 0; i < out.size(); ++i) {
        const OkLab c = oklab_of(decoded(pixels[i]));
        out[i] = 100 * std::sqrt(c.a * c.a + c.b * c.b) * fast::temperature(c.a, c.b);
    }
}

}  // namespace underpaint
