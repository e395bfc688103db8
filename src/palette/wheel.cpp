// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/wheel.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <vector>

#include "colour/colour_at.h"
#include "colour/intensity.h"
#include "colour/oklab.h"
#include "colour/srgb.h"

namespace underpaint {
namespace {

constexpr double kDegree = std::numbers::pi / 180;

float turned_in(float degrees) {
    const float in = std::fmod(degrees, 360.0F);
    return in < 0 ? in + 360 : in;
}

/// From `from` to `to` the short way round, -180..180.
float turn_between(float from, float to) {
    const float turn = turned_in(to - from);
    return turn > 180 ? turn - 360 : turn;
}

float hue_of(Rgb colour) {
    return oklch(oklab(decode(colour))).h;
}

constexpr std::array<Rgb, 6> kPaintCorners{{{1, 0, 0},
                                            {1, 0.5F, 0},
                                            {1, 1, 0},
                                            {0, 0.66F, 0.2F},
                                            {0.163F, 0.373F, 0.6F},
                                            {0.5F, 0, 0.5F}}};

constexpr int kPlaces = 3600;  // places on the paint wheel, a tenth of a degree each

/// OKLCh hue at each place of the paint wheel, without jumps: it begins at red and ends 360 later.
const std::vector<float>& paint_hues() {
    static const std::vector<float> hues = [] {
        std::vector<float> made{hue_of(paint_wheel(0))};
        for (int i = 1; i <= kPlaces; ++i) {
            const float hue = hue_of(paint_wheel(360.0F * static_cast<float>(i) / kPlaces));
            // Never decreasing, so that each place has one hue and each hue one place.
            made.push_back(made.back() + std::max(0.0F, turn_between(made.back(), hue)));
        }
        return made;
    }();
    return hues;
}

float hue_at_paint(float place) {
    const float at = turned_in(place) / 360 * kPlaces;
    const auto i = std::min(static_cast<std::size_t>(at), std::size_t{kPlaces - 1});
    return std::lerp(paint_hues()[i], paint_hues()[i + 1], at - static_cast<float>(i));
}

float paint_at_hue(float hue) {
    const std::vector<float>& hues = paint_hues();
    const float from_red = hues.front() + turned_in(hue - hues.front());
    const auto after = std::ranges::upper_bound(hues, from_red);
    const auto i = static_cast<std::size_t>(
        std::clamp<std::ptrdiff_t>(after - hues.begin() - 1, 0, kPlaces - 1));
    const float span = hues[i + 1] - hues[i];
    const float share = span > 0 ? std::clamp((from_red - hues[i]) / span, 0.0F, 1.0F) : 0;
    return 360 * (static_cast<float>(i) + share) / kPlaces;
}

struct Chromaticity {
    double u = 0, v = 0;
};
struct Xyz {
    double x = 0, y = 0, z = 0;
};

Xyz xyz_of(LinearRgb c) {
    const double r = static_cast<double>(c.r), g = static_cast<double>(c.g),
                 b = static_cast<double>(c.b);
    return {0.4124 * r + 0.3576 * g + 0.1805 * b, 0.2126 * r + 0.7152 * g + 0.0722 * b,
            0.0193 * r + 0.1192 * g + 0.9505 * b};
}

Chromaticity chromaticity_of(const Xyz& c) {
    const double sum = c.x + 15 * c.y + 3 * c.z;
    return {4 * c.x / sum, 9 * c.y / sum};
}

const Chromaticity& white() {
    static const Chromaticity at = chromaticity_of(xyz_of({1, 1, 1}));
    return at;
}

float light_place(Rgb colour) {
    const Chromaticity at = chromaticity_of(xyz_of(decode(colour)));
    return turned_in(static_cast<float>(std::atan2(at.v - white().v, at.u - white().u) / kDegree));
}

/// The place on the wheel of light of each OKLCh hue, at one lightness and intensity; found where
/// it is the one wanted. Lines of one hue are bent a little, so it depends on both.
float hue_at_light(float place, float light, float intensity, Reader reader) {
    const auto off = [&](float hue) {
        return turn_between(place, light_place(colour_at(hue, light, intensity, reader)));
    };
    // Hue grows with the place: the nearest of a few places gives a bracket, which is then halved.
    constexpr int steps = 72;
    float best = 0, least = 1000;
    for (int i = 0; i < steps; ++i) {
        const float hue = 360.0F * static_cast<float>(i) / steps;
        if (const float miss = std::abs(off(hue)); miss < least) least = miss, best = hue;
    }
    float low = best - 360.0F / steps, high = best + 360.0F / steps;
    const bool rises = turn_between(light_place(colour_at(low, light, intensity, reader)),
                                    light_place(colour_at(high, light, intensity, reader))) > 0;
    for (int i = 0; i < 24; ++i) {
        const float middle = (low + high) / 2;
        ((off(middle) < 0) == rises ? low : high) = middle;
    }
    return turned_in((low + high) / 2);
}

constexpr std::array kOpposite{180.0F};
constexpr std::array kSplit{150.0F, 210.0F};
constexpr std::array kTriad{120.0F, 240.0F};
constexpr std::array kSquare{90.0F, 180.0F, 270.0F};
constexpr std::array kNeighbours{-30.0F, 30.0F};

}  // namespace

const std::array<Harmony, 5> kHarmonies{{
    {"opposite", "Opposite", "The strongest contrast of hue; the two mix to a neutral", kOpposite},
    {"split", "Split opposite", "Two beside the opposite: nearly as strong, easier to balance",
     kSplit},
    {"triad", "Triad", "Three evenly round the wheel: colourful, none leads by itself", kTriad},
    {"square", "Square", "Four evenly round the wheel: keep one large and three small", kSquare},
    {"neighbours", "Neighbours", "Close in hue: calm, held together by one light", kNeighbours},
}};

std::optional<Wheel> wheel_from_id(std::string_view id) {
    const auto found = std::ranges::find(kWheels, id, &WheelText::id);
    return found == kWheels.end() ? std::nullopt : std::optional(found->wheel);
}

Rgb paint_wheel(float degrees) {
    const float at = turned_in(degrees) / 60;
    const auto corner = static_cast<std::size_t>(at) % kPaintCorners.size();
    const float share = smoothstep(0, 1, at - std::floor(at));
    const Rgb &a = kPaintCorners[corner], &b = kPaintCorners[(corner + 1) % kPaintCorners.size()];
    return {std::lerp(a.r, b.r, share), std::lerp(a.g, b.g, share), std::lerp(a.b, b.b, share)};
}

std::optional<float> place_on(Wheel wheel, Rgb colour) {
    const OkLch at = oklch(oklab(decode(colour)));
    if (at.c < kNeutralChroma) return std::nullopt;
    switch (wheel) {
        case Wheel::seen: break;
        case Wheel::light: return light_place(colour);
        case Wheel::paint: return paint_at_hue(at.h);
    }
    return at.h;
}

Suggestion suggest(Wheel wheel, float place, float light, float intensity, Reader reader) {
    float hue = turned_in(place);
    if (wheel == Wheel::light) hue = hue_at_light(hue, light, intensity, reader);
    if (wheel == Wheel::paint) hue = turned_in(hue_at_paint(hue));
    const Rgb colour = colour_at(hue, light, intensity, reader);
    const OkLch made = oklch(oklab(decode(colour)));
    constexpr float unseen = 0.02F;  // as in strength()
    return {colour, underpaint::intensity(made), intensity < 0.05F || made.c >= unseen};
}

}  // namespace underpaint
