// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/plan_passes.h"

#include <algorithm>
#include <cmath>

#include "audit/step_histogram.h"
#include "blend/read_rows.h"
#include "painting/gradient_tools.h"
#include "painting/group_changes.h"
#include "palette/mother.h"
#include "raster/in_parallel.h"

namespace underpaint {
namespace {

constexpr std::array kPercentiles{0.1, 0.5, 0.9};
constexpr float kCovered = 0.5F;

TonePlaces places_in(const StepHistogram& steps) {
    TonePlaces places;
    for (std::size_t i = 0; i < places.lightness.size(); ++i)
        places.lightness[i] =
            lightness_of_step(static_cast<float>(steps.percentile(kPercentiles[i])));
    return places;
}

/// Sealed steps of a mask's pixels; of all without one. False when stopped.
bool gather(const Picture& seal, const Picture* mask, StepHistogram& steps,
            const std::stop_token& stop) {
    const auto [width, height] = seal.size();
    RgbBlock pixels;
    FloatBlock light, covered;
    for (int y = 0; y < height; ++y) {
        if (stop.stop_requested()) return false;
        const Rect row{0, y, width, 1};
        if (mask != nullptr && mask->surely_all(0, row, 0)) continue;
        pixels.reshape(row);
        light.reshape(row);
        seal.read_rgb(pixels);
        read_row(Reader::lightness, std::as_const(pixels).all(), light.samples());
        const std::span<float> steps_here = light.samples();
        std::ranges::transform(steps_here, steps_here.begin(), [](float l) { return step_of(l); });
        std::size_t inside = steps_here.size();
        if (mask != nullptr) {
            covered.reshape(row);
            mask->read_channel(0, row, covered.samples());
            inside = 0;
            for (std::size_t x = 0; x < steps_here.size(); ++x)
                if (covered.samples()[x] >= kCovered) steps_here[inside++] = steps_here[x];
        }
        steps.add(steps_here.first(inside));
    }
    return true;
}

Pass pass_of(std::string name, GradientStops stops) {
    Pass pass;
    pass.name = std::move(name);
    pass.source = GradientMap{std::move(stops), MapOf::seal, Mixing::oklab};
    pass.blend = BlendMode::true_colour;
    return pass;
}

}  // namespace

std::optional<PlanPlaces> plan_places(const Painting& painting, const std::stop_token& stop) {
    const Picture& seal = painting.ground()->base();
    const std::size_t count = painting.parts.size() + 1;
    std::vector<StepHistogram> steps(count);
    in_parallel(std::size_t{0}, count, [&](std::size_t i) {
        gather(seal, i == 0 ? nullptr : &painting.parts[i - 1].mask->base(), steps[i], stop);
    });
    if (stop.stop_requested()) return std::nullopt;
    PlanPlaces places;
    places.whole = places_in(steps[0]);
    for (std::size_t i = 1; i < count; ++i)
        if (steps[i].count() > 0) places.parts[painting.parts[i - 1].id] = places_in(steps[i]);
    return places;
}

GradientStops stops_of(const PlannedPart& planned, const TonePlaces& places,
                       const Palette& palette) {
    constexpr float apart = 0.5F;  // L*; tones closer than this are merged
    GradientStops stops;
    float last = -1;
    for (std::size_t i = 0; i < kTones.size(); ++i) {
        if (!planned.tones[i]) continue;
        const auto colour = effective(palette, *planned.tones[i]);
        const float at = places.lightness[i];
        if (!colour || (last >= 0 && at - last < apart)) continue;
        stops.push_back({at / 100, *colour});
        last = at;
    }
    return matched_to_values(stops);
}

Painting with_plan_laid(Painting painting, const PlanPlaces& places) {
    std::vector<Pass> laid;
    for (const Part& part : painting.parts) {
        const auto planned = painting.colour_plan.parts.find(part.id);
        const auto place = places.parts.find(part.id);
        if (planned == painting.colour_plan.parts.end() || place == places.parts.end()) continue;
        GradientStops stops = stops_of(planned->second, place->second, painting.palette);
        if (stops.empty()) continue;
        laid.push_back(pass_of(part.name, std::move(stops)));
        laid.back().reach.parts = {part.id};
    }
    if (painting.parts.empty())
        if (GradientStops stops =
                stops_of(painting.colour_plan.whole, places.whole, painting.palette);
            !stops.empty())
            laid.push_back(pass_of("The whole picture", std::move(stops)));
    if (laid.empty()) return painting;

    std::vector<Pass>& passes = painting.passes;
    const GroupId before = painting.colour_plan.laid;
    auto at = std::ranges::find(passes, before, &Pass::group);
    if (before != kNoGroup && at != passes.end()) {
        const auto place = at - passes.begin();
        std::erase_if(passes, [&](const Pass& pass) { return pass.group == before; });
        for (Pass& pass : laid) pass.group = before;
        passes.insert(passes.begin() + place, std::make_move_iterator(laid.begin()),
                      std::make_move_iterator(laid.end()));
        return painting;
    }
    Group group;
    for (const Group& other : painting.groups) group.id = std::max(group.id, other.id);
    ++group.id;
    group.name = kPlanGroupName;
    for (Pass& pass : laid) {
        pass.group = group.id;
        passes.push_back(std::move(pass));
    }
    painting.groups.push_back(std::move(group));
    painting.colour_plan.laid = painting.groups.back().id;
    return painting;
}

}  // namespace underpaint
