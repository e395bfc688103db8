// SPDX-License-Identifier: GPL-3.0-or-later
#include "colour/reader.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "colour/lab.h"
#include "colour/oklab.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

float glow(Rgb encoded) {
    const Lab c = lab(encoded);
    const double chroma = std::hypot(c.a, c.b);
    const double from_yellow = std::atan2(c.b, c.a) - std::numbers::pi / 2;
    const double gain = 0.116 * std::fabs(std::sin(from_yellow / 2)) + 0.085;
    return static_cast<float>(std::clamp(c.l + (2.5 - 0.025 * c.l) * gain * chroma, 0.0, 100.0));
}

}  // namespace

std::optional<Reader> reader_from_id(std::string_view id) {
    for (const ReaderText& text : kReaders)
        if (text.id == id) return text.reader;
    return std::nullopt;
}

float read(Reader reader, Rgb c) {
    switch (reader) {
        case Reader::lightness: return lightness_of_luminance(luminance(decode(c)));
        case Reader::luma:
            return lightness_of_luminance(srgb_decode(0.3F * c.r + 0.59F * c.g + 0.11F * c.b));
        case Reader::oklab: {
            const float l = oklab(decode(c)).l;
            return lightness_of_luminance(l * l * l);
        }
        case Reader::glow: return glow(c);
    }
    return 0;
}

float encoded_grey_of(float l) {
    return srgb_encode(luminance_of_lightness(l));
}

}  // namespace underpaint
