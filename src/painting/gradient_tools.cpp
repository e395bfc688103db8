// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/gradient_tools.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "blend/relight.h"
#include "colour/lab.h"
#include "colour/oklab.h"
#include "colour/reader.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"

namespace underpaint {
namespace {

constexpr int kPlaces = 512;        // places at which lightness is sampled
constexpr double kLeastFall = 0.5;  // of L*
constexpr std::size_t kSteps = 9;

double distance(Rgb a, Rgb b) {
    const OkLab p = oklab(decode(a)), q = oklab(decode(b));
    return std::hypot(double{p.l} - q.l, double{p.a} - q.a, double{p.b} - q.b);
}

}  // namespace

GradientStops matched_to_values(const GradientStops& stops) {
    GradientStops matched = stops;
    for (GradientStop& stop : matched)
        stop.colour = encode(relight(decode(stop.colour), luminance_of_lightness(100 * stop.at)));
    return in_range(std::move(matched));
}

GradientStops with_neutral_end(GradientStops stops, BlendMode blend) {
    const auto neutral = neutral_of(blend);
    if (!neutral || stops.empty()) return stops;
    std::ranges::min_element(stops, {}, [&](const GradientStop& stop) {
        return distance(stop.colour, *neutral);
    })->colour = *neutral;
    return stops;
}

std::vector<Turnover> turnovers_of(const GradientStops& stops, Mixing mixing, const Tune& tune) {
    std::vector<Turnover> all;
    double before = 0;
    bool falling = false;
    for (int i = 0; i <= kPlaces; ++i) {
        const double at = static_cast<double>(i) / kPlaces;
        const double now = read(Reader::lightness, tuned(gradient_at(stops, at, mixing), tune));
        const bool falls = i > 0 && now < before - 1e-4;
        if (falls) {
            if (!falling) all.push_back({at - 1.0 / kPlaces, at, 0});
            all.back().to = at;
            all.back().fall += before - now;
        }
        falling = falls;
        before = now;
    }
    std::erase_if(all, [](const Turnover& turn) { return turn.fall < kLeastFall; });
    return all;
}

GradientStops stops_of(const Picture& picture, double least) {
    struct Sum {
        double r = 0, g = 0, b = 0, lightness = 0, weight = 0;
    };
    std::array<Sum, kSteps> sums{};
    double whole = 0;
    const Size size = picture.size();
    RgbBlock row({0, 0, size.width, 1});
    std::vector<float> alpha(static_cast<std::size_t>(size.width));
    for (int y = 0; y < size.height; ++y) {
        const RgbRow pixels = row.all();
        picture.read_rgb(0, y, pixels);
        picture.read_alpha(0, y, alpha);
        for (std::size_t x = 0; x < alpha.size(); ++x) {
            const double weight = alpha[x];
            whole += weight;
            if (weight <= 0) continue;
            const float lightness = read(Reader::lightness, pixels[x]);
            const auto step = static_cast<std::size_t>(
                std::clamp(std::lround(step_of(lightness)) - 1L, 0L, long{kSteps - 1}));
            Sum& sum = sums[step];
            sum.r += weight * pixels.r[x], sum.g += weight * pixels.g[x];
            sum.b += weight * pixels.b[x], sum.lightness += weight * lightness;
            sum.weight += weight;
        }
    }
    GradientStops stops;
    for (const Sum& sum : sums)
        if (sum.weight > 0 && sum.weight >= least * whole)
            stops.push_back(
                {static_cast<float>(sum.lightness / sum.weight / 100),
                 {static_cast<float>(sum.r / sum.weight), static_cast<float>(sum.g / sum.weight),
                  static_cast<float>(sum.b / sum.weight)}});
    return in_range(std::move(stops));
}

GradientStops with_stop(GradientStops stops, float at, Mixing mixing) {
    const Rgb colour = gradient_at(stops, static_cast<double>(at), mixing);
    stops.push_back({at, colour});
    return in_range(std::move(stops));
}

}  // namespace underpaint
