// SPDX-License-Identifier: GPL-3.0-or-later
// Every mode that libcairo has, against libcairo.
#include <cairo.h>
#include <gtest/gtest.h>

#include <cmath>
#include <memory>
#include <random>

#include "blend/lay.h"

namespace underpaint {
namespace {

using Surface = std::unique_ptr<cairo_surface_t, decltype(&cairo_surface_destroy)>;
using Cairo = std::unique_ptr<cairo_t, decltype(&cairo_destroy)>;

constexpr int kPixels = 4096;

struct CairoMode {
    BlendMode mode;
    cairo_operator_t op;
};
void PrintTo(const CairoMode& mode, std::ostream* out) {
    *out << text_of(mode.mode).id;
}
constexpr CairoMode kModes[] = {
    {BlendMode::normal, CAIRO_OPERATOR_OVER},
    {BlendMode::multiply, CAIRO_OPERATOR_MULTIPLY},
    {BlendMode::screen, CAIRO_OPERATOR_SCREEN},
    {BlendMode::overlay, CAIRO_OPERATOR_OVERLAY},
    {BlendMode::darken, CAIRO_OPERATOR_DARKEN},
    {BlendMode::lighten, CAIRO_OPERATOR_LIGHTEN},
    {BlendMode::color_dodge, CAIRO_OPERATOR_COLOR_DODGE},
    {BlendMode::color_burn, CAIRO_OPERATOR_COLOR_BURN},
    {BlendMode::hard_light, CAIRO_OPERATOR_HARD_LIGHT},
    {BlendMode::soft_light, CAIRO_OPERATOR_SOFT_LIGHT},
    {BlendMode::difference, CAIRO_OPERATOR_DIFFERENCE},
    {BlendMode::exclusion, CAIRO_OPERATOR_EXCLUSION},
    {BlendMode::hue, CAIRO_OPERATOR_HSL_HUE},
    {BlendMode::saturation, CAIRO_OPERATOR_HSL_SATURATION},
    {BlendMode::color, CAIRO_OPERATOR_HSL_COLOR},
    {BlendMode::luminosity, CAIRO_OPERATOR_HSL_LUMINOSITY},
    {BlendMode::plus, CAIRO_OPERATOR_ADD},
};

std::vector<Rgb> random_pixels(unsigned seed) {
    std::mt19937 random(seed);
    std::vector<Rgb> pixels(kPixels);
    const auto level = [&] { return static_cast<float>(random() % 256) / 255; };
    for (Rgb& c : pixels) c = {level(), level(), level()};
    // The edges of every formula: black, white, the middle, and each against each.
    const float edges[] = {0, 64 / 255.0F, 128 / 255.0F, 1};
    for (std::size_t i = 0; i < 16; ++i) pixels[i] = grey(edges[(seed == 1 ? i / 4 : i) % 4]);
    return pixels;
}

/// Opaque pixels in the only depth that cairo 1.16 has for pictures.
Surface surface_of(const std::vector<Rgb>& pixels) {
    Surface surface(cairo_image_surface_create(CAIRO_FORMAT_RGB24, kPixels, 1),
                    cairo_surface_destroy);
    auto* row = reinterpret_cast<std::uint32_t*>(cairo_image_surface_get_data(surface.get()));
    const auto level = [](float v) { return static_cast<std::uint32_t>(std::lround(255 * v)); };
    for (const Rgb& c : pixels) *row++ = level(c.r) << 16 | level(c.g) << 8 | level(c.b);
    cairo_surface_mark_dirty(surface.get());
    return surface;
}

std::vector<Rgb> composite(const std::vector<Rgb>& backdrop, const std::vector<Rgb>& source,
                           cairo_operator_t op, double alpha) {
    const Surface to = surface_of(backdrop), from = surface_of(source);
    {
        const Cairo cairo(cairo_create(to.get()), cairo_destroy);
        cairo_set_operator(cairo.get(), op);
        cairo_set_source_surface(cairo.get(), from.get(), 0, 0);
        cairo_paint_with_alpha(cairo.get(), alpha);
        EXPECT_EQ(cairo_status(cairo.get()), CAIRO_STATUS_SUCCESS);
    }
    cairo_surface_flush(to.get());
    const auto* row =
        reinterpret_cast<const std::uint32_t*>(cairo_image_surface_get_data(to.get()));
    std::vector<Rgb> result(kPixels);
    for (Rgb& c : result) {
        c = {static_cast<float>(*row >> 16 & 255) / 255, static_cast<float>(*row >> 8 & 255) / 255,
             static_cast<float>(*row & 255) / 255};
        ++row;
    }
    return result;
}

class BlendAgainstCairo : public ::testing::TestWithParam<CairoMode> {};

TEST_P(BlendAgainstCairo, AgreesAtEveryStrength) {
    const auto backdrop = random_pixels(1), source = random_pixels(2);
    // With alpha the HSL modes of the library behind cairo 1.16 give an equal grey over an equal
    // grey another value (64 becomes 70), so they are compared at full strength only.
    const bool hsl = GetParam().op >= CAIRO_OPERATOR_HSL_HUE;
    for (const double alpha : hsl ? std::vector{1.0} : std::vector{1.0, 0.6, 0.2}) {
        const auto expected = composite(backdrop, source, GetParam().op, alpha);
        // Source times alpha is rounded to 8 bits before the blend, and the result after it.
        const double slack = (alpha == 1 ? 1.6 : 2.6) / 255;
        for (std::size_t i = 0; i < backdrop.size(); ++i) {
            const Rgb r =
                lay({GetParam().mode, 0}, backdrop[i], source[i], static_cast<float>(alpha));
            ASSERT_NEAR(r.r, expected[i].r, slack) << i << " alpha " << alpha;
            ASSERT_NEAR(r.g, expected[i].g, slack) << i << " alpha " << alpha;
            ASSERT_NEAR(r.b, expected[i].b, slack) << i << " alpha " << alpha;
        }
    }
}

INSTANTIATE_TEST_SUITE_P(Modes, BlendAgainstCairo, ::testing::ValuesIn(kModes),
                         [](const auto& test) {
                             std::string id(text_of(test.param.mode).id);
                             std::erase(id, '-');
                             return id;
                         });

}  // namespace
}  // namespace underpaint
