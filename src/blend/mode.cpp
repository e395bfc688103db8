// SPDX-License-Identifier: GPL-3.0-or-later
#include "blend/mode.h"

namespace underpaint {

std::optional<BlendMode> blend_from_id(std::string_view id) {
    for (const BlendText& text : kBlendTexts)
        if (text.id == id) return text.mode;
    return std::nullopt;
}

std::optional<Rgb> neutral_of(BlendMode mode) {
    switch (mode) {
        case BlendMode::multiply:
        case BlendMode::darken:
        case BlendMode::color_burn: return grey(1);
        case BlendMode::screen:
        case BlendMode::lighten:
        case BlendMode::color_dodge:
        case BlendMode::difference:
        case BlendMode::exclusion:
        case BlendMode::plus: return grey(0);
        case BlendMode::hard_light:
        case BlendMode::soft_light: return grey(0.5F);

        case BlendMode::overlay: return grey(0.5F);
        case BlendMode::normal:
        case BlendMode::hue:
        case BlendMode::saturation:
        case BlendMode::color:
        case BlendMode::luminosity:
        case BlendMode::true_colour: return std::nullopt;
    }
    return std::nullopt;
}

}  // namespace underpaint
