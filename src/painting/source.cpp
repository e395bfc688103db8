// SPDX-License-Identifier: GPL-3.0-or-later
#include "painting/source.h"

#include <cmath>

#include "painting/parameter.h"

namespace underpaint {
namespace {

template <class... Cases>
struct Match : Cases... {
    using Cases::operator()...;
};
template <class... Cases>
Match(Cases...) -> Match<Cases...>;

Rgb mean_of(const Pyramid& pyramid) {
    int level = 0;
    while (halved(pyramid.size(), level).area() > 1) ++level;
    const RgbBlock one = rgb_of(*pyramid.level(level), {0, 0, 1, 1});
    return one.row(0)[0];
}

float unit(float v) {
    return v > 0 ? std::min(v, 1.0F) : 0.0F;
}
Rgb unit(Rgb c) {
    return {unit(c.r), unit(c.g), unit(c.b)};
}
double finite(double v) {
    return std::isfinite(v) ? std::clamp(v, -1e6, 1e6) : 0;
}

}  // namespace

const char* kind_of(const Source& source) {
    constexpr const char* kinds[] = {"plain tint", "painted colour", "gradient map", "picture",
                                     "curve",      "underpaint",     "grain",        "glow",
                                     "vignette",   "sharpness"};
    static_assert(std::size(kinds) == std::variant_size_v<Source>);
    return kinds[source.index()];
}

Rgb mean_colour(const Source& source) {
    return std::visit(
        Match{[](const Painted& s) { return mean_of(*s.pixels); },
              [](const Placed& s) { return mean_of(*s.pixels); },
              [](const GradientMap& s) { return gradient_at(s.stops, 0.5); },
              [](const Tint& s) { return s.colour; }, [](const Glow& s) { return s.colour; },
              [](const Vignette& s) { return s.colour; }, [](const auto&) { return grey(0.5F); }},
        source);
}

bool reads_below(const Source& source) {
    const auto* map = std::get_if<GradientMap>(&source);
    return std::holds_alternative<Curve>(source) || std::holds_alternative<Sharpness>(source) ||
           (map && map->of == MapOf::below);
}

Source in_range(Source source) {
    std::visit(Match{[](Tint& s) { s.colour = unit(s.colour); },
                     [](GradientMap& s) { s.stops = in_range(std::move(s.stops)); },
                     [](Placed& s) {
                         Placement& p = s.placement;
                         p.quarter_turns = (p.quarter_turns % 4 + 4) % 4;
                         p.scale = kPlacedScale.clamp(static_cast<float>(p.scale));
                         p.x = finite(p.x), p.y = finite(p.y);
                     },
                     [](Curve& s) {
                         for (CurvePoints* curve : {&s.all, &s.red, &s.green, &s.blue})
                             *curve = in_range(std::move(*curve));
                     },
                     [](Grain& s) {
                         s.size = kGrainSize.clamp(s.size);
                         s.amount = kGrainAmount.clamp(s.amount);
                     },
                     [](Glow& s) {
                         s.centre = {finite(s.centre.x), finite(s.centre.y)};
                         s.radius = kGlowRadius.clamp(s.radius);
                         s.core = kGlowCore.clamp(s.core);
                         s.colour = unit(s.colour);
                     },
                     [](Vignette& s) {
                         s.inner = kVignetteInner.clamp(s.inner);
                         s.outer = std::max(kVignetteOuter.clamp(s.outer), s.inner);
                         s.colour = unit(s.colour);
                     },
                     [](Sharpness& s) {
                         s.radius = kSharpnessRadius.clamp(s.radius);
                         s.amount = kSharpnessAmount.clamp(s.amount);
                     },
                     [](auto&) {}},
               source);
    return source;
}

}  // namespace underpaint
