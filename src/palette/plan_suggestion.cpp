// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/plan_suggestion.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

#include "colour/oklab.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "colour/warmth.h"
#include "palette/mother.h"
#include "palette/palette_figures.h"
#include "terms/shown_name.h"

namespace underpaint {
namespace {

/// A colour of the palette as it comes out.
struct Candidate {
    const PaletteColour* colour;
    double step, warmth;
    OkLab lab;
};
/// A colour that a reference has.
struct SeenColour {
    double step;
    OkLab lab;
};

/// Share 0..1 of the picture.
double area_of(const Part& part) {
    const Rgb mean = mean_of(*part.mask);
    return static_cast<double>(mean.r);
}

class Suggesting {
public:
    Suggesting(const Painting& painting, Reader reader, std::span<const Swatch> references)
        : wanted_(wanted_swing(painting.brief)) {
        for (const Swatch& swatch : references)
            references_.push_back({static_cast<double>(step_of(read(reader, swatch.colour))),
                                   oklab(decode(swatch.colour))});
        for (const PaletteColour& colour : painting.palette.colours) {
            const Rgb is = effective(painting.palette, colour);
            candidates_.push_back({&colour, static_cast<double>(step_of(read(reader, is))),
                                   static_cast<double>(warmth(is)), oklab(decode(is))});
        }
        const auto [cool, warm] = std::ranges::minmax(candidates_, {}, &Candidate::warmth);
        middle_ = (cool.warmth + warm.warmth) / 2;
        half_ = std::max((warm.warmth - cool.warmth) / 2, 1e-6);
    }

    const Candidate& best(Tone tone, double step, bool accents) const {
        const Candidate* best = nullptr;
        double least = std::numeric_limits<double>::infinity();
        for (const Candidate& each : candidates_)
            if (const double cost = cost_of(each, tone, step, accents); cost < least - 1e-9)
                least = cost, best = &each;
        return *best;
    }

private:
    double cost_of(const Candidate& each, Tone tone, double step, bool accents) const {
        double cost = std::abs(each.step - step);
        if (each.colour->accent && !accents) cost += kAccentCost;
        cost += kUnlikeReferences * unlike_references(each, step);
        if (!wanted_ || *wanted_ == 0 || tone == Tone::half) return cost;
        // Positive on the side of the warmth axis that the brief wants for this tone.
        const double toward_warm = (each.warmth - middle_) / half_;
        const bool warm_wanted = (*wanted_ > 0) == (tone == Tone::light);
        const double right = warm_wanted ? toward_warm : -toward_warm;
        return cost + kWrongSide * std::max(0.0, -right);
    }

    /// 0: a reference has that colour at such a value; 1: those that it has there are others.
    double unlike_references(const Candidate& each, double step) const {
        std::optional<double> nearest;
        for (const SeenColour& seen : references_) {
            if (std::abs(seen.step - step) > kReferenceSteps) continue;
            const auto far =
                static_cast<double>(std::hypot(seen.lab.a - each.lab.a, seen.lab.b - each.lab.b));
            nearest = std::min(nearest.value_or(far), far);
        }
        return nearest ? std::min(*nearest / static_cast<double>(kNearColour), 1.0) : 0;
    }

    std::optional<double> wanted_;
    std::vector<SeenColour> references_;
    std::vector<Candidate> candidates_;
    double middle_ = 0, half_ = 1;
};

struct Planned {
    PlannedPart part;
    std::string reason;
};

Planned plan_of(const Suggesting& suggesting, const TonePlaces& places, bool accents) {
    constexpr std::array<const char*, kTones.size()> names{"shadow", "half", "light"};
    Planned made;
    for (std::size_t i = 0; i < kTones.size(); ++i) {
        const double step = static_cast<double>(step_of(places.lightness[i]));
        const Candidate& best = suggesting.best(kTones[i], step, accents);
        made.part.tones[i] = best.colour->id;
        made.reason += fmt::format("{}{} at step {:.1f}: {} ({:.1f}, {})", i == 0 ? "" : "; ",
                                   names[i], step, shown_name(best.colour->name), best.step,
                                   best.warmth > 1    ? "warm"
                                   : best.warmth < -1 ? "cool"
                                                      : "neutral");
    }
    made.reason += ".";
    return made;
}

}  // namespace

SuggestedPlan suggest_plan(const Painting& painting, const PlanPlaces& places, Reader reader,
                           std::span<const Swatch> references) {
    SuggestedPlan made;
    made.plan.laid = painting.colour_plan.laid;
    if (painting.palette.colours.empty()) return made;
    const Suggesting suggesting(painting, reader, references);
    if (painting.parts.empty()) {
        made.plan.whole = plan_of(suggesting, places.whole, false).part;
        return made;
    }
    for (const Part& part : painting.parts) {
        const auto place = places.parts.find(part.id);
        if (place == places.parts.end()) continue;
        const Planned planned = plan_of(suggesting, place->second, area_of(part) < kAccentPart);
        made.plan.parts[part.id] = planned.part;
        made.reasons[part.id] = planned.reason;
    }
    return made;
}

}  // namespace underpaint
