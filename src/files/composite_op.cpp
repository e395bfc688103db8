// SPDX-License-Identifier: GPL-3.0-or-later
#include "files/composite_op.h"

#include <algorithm>
#include <array>
#include <utility>

namespace underpaint {
namespace {

constexpr std::array<std::pair<BlendMode, std::string_view>, 16> kOps{{
    {BlendMode::normal, "svg:src-over"},
    {BlendMode::multiply, "svg:multiply"},
    {BlendMode::screen, "svg:screen"},
    {BlendMode::overlay, "svg:overlay"},
    {BlendMode::darken, "svg:darken"},
    {BlendMode::lighten, "svg:lighten"},
    {BlendMode::color_dodge, "svg:color-dodge"},
    {BlendMode::color_burn, "svg:color-burn"},
    {BlendMode::hard_light, "svg:hard-light"},
    {BlendMode::soft_light, "svg:soft-light"},
    {BlendMode::difference, "svg:difference"},
    {BlendMode::color, "svg:color"},
    {BlendMode::luminosity, "svg:luminosity"},
    {BlendMode::hue, "svg:hue"},
    {BlendMode::saturation, "svg:saturation"},
    {BlendMode::plus, "svg:plus"},
}};
constexpr std::array<std::string_view, 4> kMaskingOps{"svg:dst-in", "svg:dst-out", "svg:dst-atop",
                                                      "svg:src-in"};

}  // namespace

std::optional<std::string_view> composite_op_of(BlendMode mode) {
    for (const auto& [known, op] : kOps)
        if (known == mode) return op;
    return std::nullopt;
}

std::optional<BlendMode> blend_from_composite_op(std::string_view op) {
    // Everything below the first layer is opaque here, where "atop" equals "over".
    if (op == "svg:src-atop") return BlendMode::normal;
    for (const auto& [mode, known] : kOps)
        if (known == op) return mode;
    return std::nullopt;
}

bool is_masking_op(std::string_view op) {
    return std::ranges::find(kMaskingOps, op) != kMaskingOps.end();
}

}  // namespace underpaint
