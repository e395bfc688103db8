// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/rows.h"

#include "colour/srgb.h"

namespace underpaint {

void lay_row(const Laying& how, RgbRow state, ConstRgbRow source, std::span<const float> alpha,
             std::span<const float> held_luminance) {
    for (std::size_t i = 0; i < alpha.size(); ++i) {
        if (alpha[i] <= 0) continue;
        const auto held = held_luminance.empty() ? std::nullopt : std::optional(held_luminance[i]);
        state.set(i, lay(how, state[i], source[i], alpha[i], held));
    }
}

void read_row(Reader reader, ConstRgbRow pixels, std::span<float> out) {
    for (std::size_t i = 0; i < out.size(); ++i) out[i] = read(reader, pixels[i]);
}

void luminance_row(ConstRgbRow pixels, std::span<float> out) {
    for (std::size_t i = 0; i < out.size(); ++i) out[i] = luminance(decode(pixels[i]));
}

}  // namespace underpaint
