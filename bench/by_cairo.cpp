// SPDX-License-Identifier: GPL-3.0-or-later
#include "by_cairo.h"

#include <utility>

namespace underpaint::bench {
namespace {

Surface surface(cairo_format_t format, Size size) {
    return {cairo_image_surface_create(format, size.width, size.height), cairo_surface_destroy};
}

unsigned char* line(cairo_surface_t* surface, int y) {
    return cairo_image_surface_get_data(surface) +
           std::ptrdiff_t{y} * cairo_image_surface_get_stride(surface);
}

/// What a mask covers at all.
Rect bounds_of(const Picture& mask) {
    const Size size = mask.size();
    int left = size.width, right = 0, top = size.height, bottom = 0;
    std::vector<float> row(static_cast<std::size_t>(size.width));
    for (int y = 0; y < size.height; ++y) {
        mask.read_channel(0, 0, y, row);
        for (int x = 0; x < size.width; ++x) {
            if (row[static_cast<std::size_t>(x)] <= 0) continue;
            left = std::min(left, x), right = std::max(right, x + 1);
            top = std::min(top, y), bottom = y + 1;
        }
    }
    return {left, top, right - left, bottom - top};
}

}  // namespace

std::optional<cairo_operator_t> cairo_operator_of(BlendMode mode) {
    switch (mode) {
        case BlendMode::normal: return CAIRO_OPERATOR_OVER;
        case BlendMode::multiply: return CAIRO_OPERATOR_MULTIPLY;
        case BlendMode::screen: return CAIRO_OPERATOR_SCREEN;
        case BlendMode::overlay: return CAIRO_OPERATOR_OVERLAY;
        case BlendMode::darken: return CAIRO_OPERATOR_DARKEN;
        case BlendMode::lighten: return CAIRO_OPERATOR_LIGHTEN;
        case BlendMode::color_dodge: return CAIRO_OPERATOR_COLOR_DODGE;
        case BlendMode::color_burn: return CAIRO_OPERATOR_COLOR_BURN;
        case BlendMode::hard_light: return CAIRO_OPERATOR_HARD_LIGHT;
        case BlendMode::soft_light: return CAIRO_OPERATOR_SOFT_LIGHT;
        case BlendMode::difference: return CAIRO_OPERATOR_DIFFERENCE;
        case BlendMode::exclusion: return CAIRO_OPERATOR_EXCLUSION;
        case BlendMode::hue: return CAIRO_OPERATOR_HSL_HUE;
        case BlendMode::saturation: return CAIRO_OPERATOR_HSL_SATURATION;
        case BlendMode::color: return CAIRO_OPERATOR_HSL_COLOR;
        case BlendMode::luminosity: return CAIRO_OPERATOR_HSL_LUMINOSITY;
        case BlendMode::plus: return CAIRO_OPERATOR_ADD;
        case BlendMode::true_colour: return std::nullopt;
    }
    return std::nullopt;
}

Surface surface_of(const Picture& picture) {
    const Size size = picture.size();
    Surface result = surface(CAIRO_FORMAT_RGB24, size);
    RgbBlock row({0, 0, size.width, 1});
    for (int y = 0; y < size.height; ++y) {
        picture.read_rgb(0, y, row.row(0));
        auto* pixels = reinterpret_cast<std::uint32_t*>(line(result.get(), y));
        const auto level = [](float v) { return static_cast<std::uint32_t>(255 * v + 0.5F); };
        for (int x = 0; x < size.width; ++x) {
            const Rgb c = std::as_const(row).row(0)[static_cast<std::size_t>(x)];
            pixels[x] = 0xFF000000U | level(c.r) << 16 | level(c.g) << 8 | level(c.b);
        }
    }
    cairo_surface_mark_dirty(result.get());
    return result;
}

Surface mask_of(const Picture& picture) {
    const Size size = picture.size();
    Surface result = surface(CAIRO_FORMAT_A8, size);
    for (int y = 0; y < size.height; ++y)
        picture.read_interleaved(y, std::span<std::uint8_t>(line(result.get(), y),
                                                            static_cast<std::size_t>(size.width)));
    cairo_surface_mark_dirty(result.get());
    return result;
}

CairoPass::CairoPass(const Painting& painting, const Pass& pass)
    : operator_(cairo_operator_of(pass.blend).value()),
      strength_(pass.strength),
      colour_(std::holds_alternative<Tint>(pass.source) ? std::get<Tint>(pass.source).colour
                                                        : Rgb{}),
      pixels_(nullptr, cairo_surface_destroy),
      mask_(nullptr, cairo_surface_destroy),
      bounds_(rect_of(painting.size())) {
    if (const auto* painted = std::get_if<Painted>(&pass.source))
        pixels_ = surface_of(painted->pixels->base());
    if (pass.reach.parts.empty()) return;
    const Picture& mask = painting.part(pass.reach.parts[0])->mask->base();
    mask_ = mask_of(mask);
    bounds_ = bounds_of(mask);
}

void CairoPass::lay(cairo_t* cairo) const {
    cairo_save(cairo);
    cairo_rectangle(cairo, bounds_.x, bounds_.y, bounds_.width, bounds_.height);
    cairo_clip(cairo);
    cairo_set_operator(cairo, operator_);
    // A mask and a strength together: only a colour can carry the strength in its alpha.
    if (pixels_)
        cairo_set_source_surface(cairo, pixels_.get(), 0, 0);
    else
        cairo_set_source_rgba(cairo, colour_.r, colour_.g, colour_.b, mask_ ? strength_ : 1);
    if (mask_)
        cairo_mask_surface(cairo, mask_.get(), 0, 0);
    else
        cairo_paint_with_alpha(cairo, strength_);
    cairo_restore(cairo);
}

}  // namespace underpaint::bench
