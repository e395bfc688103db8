// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <array>
#include <cstdint>
#include <optional>
#include <string_view>

#include "colour/rgb.h"

namespace underpaint {

/// How a pass meets what lies below it.
enum class BlendMode : std::uint8_t {
    normal,
    multiply,
    screen,
    overlay,
    darken,
    lighten,
    color_dodge,
    color_burn,
    hard_light,
    soft_light,
    difference,
    exclusion,
    hue,
    saturation,
    color,
    luminosity,
    plus,
    true_colour,
};
inline constexpr std::size_t kBlendModes = 18;

struct BlendText {
    BlendMode mode;
    std::string_view id;     ///< in files: the W3C keyword, or our own word
    std::string_view label;  ///< on screen
    std::string_view about;  ///< one sentence for the tooltip
};
inline constexpr std::array<BlendText, kBlendModes> kBlendTexts{{
    {BlendMode::normal, "normal", "normal", "The source covers what is below"},
    {BlendMode::multiply, "multiply", "multiply", "Only darkens; over white it is the source"},
    {BlendMode::screen, "screen", "screen", "Only lightens; over black it is the source"},
    {BlendMode::overlay, "overlay", "overlay", "Deepens darks, lifts lights; nothing over white"},
    {BlendMode::darken, "darken", "darken", "The darker of the two, channel by channel"},
    {BlendMode::lighten, "lighten", "lighten", "The lighter of the two, channel by channel"},
    {BlendMode::color_dodge, "color-dodge", "color dodge", "Brightens strongly toward the source"},
    {BlendMode::color_burn, "color-burn", "color burn", "Darkens strongly toward the source"},
    {BlendMode::hard_light, "hard-light", "hard light", "Overlay with the two sides exchanged"},
    {BlendMode::soft_light, "soft-light", "soft light", "A gentle overlay"},
    {BlendMode::difference, "difference", "difference", "The distance between the two"},
    {BlendMode::exclusion, "exclusion", "exclusion", "A softer difference"},
    {BlendMode::hue, "hue", "hue", "The source's hue, the rest from below"},
    {BlendMode::saturation, "saturation", "saturation", "The source's saturation only"},
    {BlendMode::color, "color", "color",
     "Hue and saturation; keeps the encoded sum, not lightness"},
    {BlendMode::luminosity, "luminosity", "luminosity", "The source's encoded sum only"},
    {BlendMode::plus, "plus", "plus", "Adds the source, up to white"},
    {BlendMode::true_colour, "true-colour", "true colour",
     "The source's colour at the lightness it finds; values stay exactly"},
}};
constexpr const BlendText& text_of(BlendMode mode) {
    return kBlendTexts[static_cast<std::size_t>(mode)];
}
std::optional<BlendMode> blend_from_id(std::string_view id);

/// The source with which a blend leaves everything as it is; nothing where no colour does.
std::optional<Rgb> neutral_of(BlendMode mode);

}  // namespace underpaint
