// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <gtest/gtest.h>
#include <png.h>

#include <algorithm>
#include <cmath>
#include <cstring>
#include <pugixml.hpp>
#include <string_view>
#include <vector>

#include "colour/rgb.h"
#include "files/disk.h"
#include "raster/geometry.h"

/// A reader of OpenRaster that shares no code with the program: libpng for pixels, and the formulas
/// of W3C Compositing and Blending Level 1 written out, one scalar line each.
namespace underpaint::testing {

namespace foreign {

struct Image {
    int width = 0, height = 0;
    std::vector<double> rgba;  // 0..1
};

inline Image decode(const Bytes& bytes) {
    png_image png{};
    png.version = PNG_IMAGE_VERSION;
    EXPECT_TRUE(png_image_begin_read_from_memory(&png, bytes.data(), bytes.size()));
    // What libpng calls linear would be converted; plain 16 bits are read by its older interface.
    png_image_free(&png);
    struct Source {
        const Bytes& bytes;
        std::size_t at;
    } source{bytes, 0};
    png_structp reader = png_create_read_struct(PNG_LIBPNG_VER_STRING, nullptr, nullptr, nullptr);
    png_infop info = png_create_info_struct(reader);
    png_set_read_fn(reader, &source, [](png_structp from, png_bytep to, std::size_t count) {
        auto* s = static_cast<Source*>(png_get_io_ptr(from));
        std::memcpy(to, s->bytes.data() + s->at, count);
        s->at += count;
    });
    png_read_info(reader, info);
    png_set_gray_to_rgb(reader);
    png_set_expand(reader);
    if (png_get_bit_depth(reader, info) < 16) png_set_expand_16(reader);
    png_set_add_alpha(reader, 0xFFFF, PNG_FILLER_AFTER);
    png_read_update_info(reader, info);
    Image image;
    image.width = static_cast<int>(png_get_image_width(reader, info));
    image.height = static_cast<int>(png_get_image_height(reader, info));
    std::vector<png_byte> row(png_get_rowbytes(reader, info));
    for (int y = 0; y < image.height; ++y) {
        png_read_row(reader, row.data(), nullptr);
        for (std::size_t i = 0; i < row.size(); i += 2)
            image.rgba.push_back((row[i] * 256 + row[i + 1]) / 65535.0);
    }
    png_destroy_read_struct(&reader, &info, nullptr);
    return image;
}

struct Colour {
    double r = 0, g = 0, b = 0;
};

inline double lum(const Colour& c) {
    return 0.3 * c.r + 0.59 * c.g + 0.11 * c.b;
}
inline double sat(const Colour& c) {
    return std::max({c.r, c.g, c.b}) - std::min({c.r, c.g, c.b});
}
inline Colour clip(Colour c) {
    const double l = lum(c), n = std::min({c.r, c.g, c.b}), x = std::max({c.r, c.g, c.b});
    const auto low = [&](double v) { return n < 0 ? l + (v - l) * l / (l - n) : v; };
    c = {low(c.r), low(c.g), low(c.b)};
    const auto high = [&](double v) { return x > 1 ? l + (v - l) * (1 - l) / (x - l) : v; };
    return {high(c.r), high(c.g), high(c.b)};
}
inline Colour set_lum(const Colour& c, double l) {
    const double d = l - lum(c);
    return clip({c.r + d, c.g + d, c.b + d});
}
inline Colour set_sat(const Colour& c, double s) {
    const double n = std::min({c.r, c.g, c.b}), range = sat(c);
    const auto channel = [&](double v) { return range > 0 ? (v - n) * s / range : 0; };
    return {channel(c.r), channel(c.g), channel(c.b)};
}

inline double separable(std::string_view op, double b, double s) {
    const auto multiply = [](double x, double y) { return x * y; };
    const auto screen = [](double x, double y) { return x + y - x * y; };
    const auto hard = [&](double x, double y) {
        return y <= 0.5 ? multiply(x, 2 * y) : screen(x, 2 * y - 1);
    };
    if (op == "svg:multiply") return multiply(b, s);
    if (op == "svg:screen") return screen(b, s);
    if (op == "svg:overlay") return hard(s, b);
    if (op == "svg:darken") return std::min(b, s);
    if (op == "svg:lighten") return std::max(b, s);
    if (op == "svg:color-dodge") return b == 0 ? 0 : s == 1 ? 1 : std::min(1.0, b / (1 - s));
    if (op == "svg:color-burn") return b == 1 ? 1 : s == 0 ? 0 : 1 - std::min(1.0, (1 - b) / s);
    if (op == "svg:hard-light") return hard(b, s);
    if (op == "svg:soft-light") {
        const double d = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : std::sqrt(b);
        return s <= 0.5 ? b - (1 - 2 * s) * b * (1 - b) : b + (2 * s - 1) * (d - b);
    }
    if (op == "svg:difference") return std::fabs(b - s);
    return s;
}

inline Colour blended(std::string_view op, const Colour& b, const Colour& s) {
    if (op == "svg:hue") return set_lum(set_sat(s, sat(b)), lum(b));
    if (op == "svg:saturation") return set_lum(set_sat(b, sat(s)), lum(b));
    if (op == "svg:color") return set_lum(s, lum(b));
    if (op == "svg:luminosity") return set_lum(b, lum(s));
    return {separable(op, b.r, s.r), separable(op, b.g, s.g), separable(op, b.b, s.b)};
}

struct Pixel {
    Colour colour;  // straight
    double alpha = 0;
};

inline Pixel over(std::string_view op, const Pixel& below, const Colour& s, double alpha) {
    if (alpha == 0) return below;
    const Colour met = blended(op, below.colour, s);
    const bool plus = op == "svg:plus";
    const double together =
        plus ? std::min(1.0, alpha + below.alpha) : alpha + below.alpha * (1 - alpha);
    const auto channel = [&](double b, double m, double source) {
        const double laid = plus ? std::min(1.0, alpha * source + below.alpha * b)
                                 : alpha * ((1 - below.alpha) * source + below.alpha * m) +
                                       (1 - alpha) * below.alpha * b;
        return laid / together;
    };
    return {{channel(below.colour.r, met.r, s.r), channel(below.colour.g, met.g, s.g),
             channel(below.colour.b, met.b, s.b)},
            together};
}

template <class Load>
void lay_stack(const pugi::xml_node& stack, int left, int top, Size size, Load load,
               std::vector<Pixel>& canvas) {
    for (auto node = stack.last_child(); node; node = node.previous_sibling()) {
        if (std::string_view(node.attribute("visibility").as_string()) == "hidden") continue;
        const std::string_view op = node.attribute("composite-op").as_string("svg:src-over");
        const double opacity = node.attribute("opacity").as_double(1);
        const int x = left + node.attribute("x").as_int(), y = top + node.attribute("y").as_int();
        if (std::string_view(node.name()) == "stack") {
            const std::string_view isolation = node.attribute("isolation").as_string("isolate");
            if (isolation == "auto" && opacity == 1 && op == "svg:src-over") {
                lay_stack(node, x, y, size, load, canvas);
                continue;
            }
            std::vector<Pixel> group(canvas.size());
            lay_stack(node, x, y, size, load, group);
            for (std::size_t i = 0; i < canvas.size(); ++i)
                canvas[i] = over(op, canvas[i], group[i].colour, group[i].alpha * opacity);
            continue;
        }
        const Image image = decode(load(node.attribute("src").as_string()));
        for (int v = 0; v < image.height; ++v)
            for (int u = 0; u < image.width; ++u) {
                if (u + x < 0 || v + y < 0 || u + x >= size.width || v + y >= size.height) continue;
                const double* p = &image.rgba[4 * (static_cast<std::size_t>(v) *
                                                       static_cast<std::size_t>(image.width) +
                                                   static_cast<std::size_t>(u))];
                Pixel& to =
                    canvas[static_cast<std::size_t>(v + y) * static_cast<std::size_t>(size.width) +
                           static_cast<std::size_t>(u + x)];
                to = over(op, to, {p[0], p[1], p[2]}, p[3] * opacity);
            }
    }
}

}  // namespace foreign

/// On white.
template <class Load>
std::vector<Rgb> composited_elsewhere(std::string_view xml, Size size, Load load) {
    pugi::xml_document document;
    EXPECT_TRUE(document.load_buffer(xml.data(), xml.size()));
    std::vector<foreign::Pixel> canvas(static_cast<std::size_t>(size.area()),
                                       foreign::Pixel{{1, 1, 1}, 1});
    foreign::lay_stack(document.child("image").child("stack"), 0, 0, size, load, canvas);
    std::vector<Rgb> result;
    for (const foreign::Pixel& p : canvas)
        result.push_back({static_cast<float>(p.colour.r), static_cast<float>(p.colour.g),
                          static_cast<float>(p.colour.b)});
    return result;
}

}  // namespace underpaint::testing
