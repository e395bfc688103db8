// SPDX-License-Identifier: GPL-3.0-or-later
#include "palette/another_version.h"

#include <algorithm>
#include <cmath>

#include "blend/tune.h"
#include "colour/clipped.h"
#include "colour/lab.h"
#include "colour/oklab.h"
#include "painting/changes.h"
#include "painting/group_changes.h"
#include "painting/version_changes.h"
#include "palette/colour_name.h"
#include "palette/palette_figures.h"
#include "palette/plan_changes.h"
#include "palette/plan_suggestion.h"
#include "raster/shrink.h"
#include "render/reach_of.h"
#include "render/readings.h"
#include "render/resample.h"
#include "render/view.h"

namespace underpaint {
namespace {

/// A curve that changes nothing, held to the seal.
Pass relit() {
    Pass pass;
    pass.name = kRelitName;
    pass.source = Curve{};
    pass.blend = BlendMode::normal;
    pass.hold = 1;
    pass.hold_to = HoldTo::sealed;
    return pass;
}

/// The painting's colouring with that pass as its last.
Colouring settled(Painting painting) {
    std::erase_if(painting.passes, [](const Pass& pass) { return pass.name == kRelitName; });
    return colouring_of(with_pass(std::move(painting), relit()));
}

float turned_within(float hue) {
    const float turned = std::remainder(hue, 360.0F);
    return std::clamp(turned, kTuneHue.least, kTuneHue.most);
}

/// All that is laid tuned on top of how it was tuned; the palette and the plan likewise.
Colouring all_tuned(Painting painting, const Tune& by) {
    for (Pass& pass : painting.passes)
        pass.tune = {turned_within(pass.tune.hue + by.hue),
                     kTuneIntensity.clamp(pass.tune.intensity * by.intensity), pass.tune.lightness};
    for (PaletteColour& colour : painting.palette.colours) colour.colour = tuned(colour.colour, by);
    const auto tune_own = [&](PlannedPart& part) {
        for (auto& tone : part.tones)
            if (Rgb* own = tone ? std::get_if<Rgb>(&*tone) : nullptr) *own = tuned(*own, by);
    };
    tune_own(painting.colour_plan.whole);
    for (auto& [id, part] : painting.colour_plan.parts) tune_own(part);
    return settled(std::move(painting));
}

/// A plan of its own laid as the only passes.
Colouring planned_alone(Painting painting, ColourPlan plan, const PlanPlaces& places) {
    painting.passes.clear();
    painting.groups.clear();
    painting.meant.clear();
    plan.laid = kNoGroup;
    painting = with_colour_plan(std::move(painting), std::move(plan));
    return settled(with_plan_laid(std::move(painting), places));
}

constexpr int kSeenSide = 400;  // long side of the copy that colours are taken from

/// Mean OKLab of what is added.
struct Mean {
    double l = 0, a = 0, b = 0, weight = 0;
    void add(const OkLab& c, double by) {
        l += by * static_cast<double>(c.l), a += by * static_cast<double>(c.a);
        b += by * static_cast<double>(c.b), weight += by;
    }
    OkLab value() const {
        return {static_cast<float>(l / weight), static_cast<float>(a / weight),
                static_cast<float>(b / weight)};
    }
};

/// A part with the colours of its light and its shadow exchanged.
PlannedPart reversed(const std::array<Mean, kTones.size()>& tones) {
    PlannedPart part;
    for (std::size_t i = 0; i < kTones.size(); ++i) {
        const Mean& from = tones[kTones.size() - 1 - i];
        const Mean& light = tones[i];
        if (from.weight <= 0) continue;
        OkLab made = from.value();
        if (light.weight > 0) made.l = light.value().l;
        part.tones[i] = encode_clipped(linear_rgb(made));
    }
    return part;
}

}  // namespace

namespace {

/// A pass of another version as it lands on one part; nothing where it does not.
std::optional<Pass> on_part(const Painting& other, std::size_t index, PartId part,
                            const std::stop_token& stop) {
    Pass pass = other.passes[index];
    if (!other.lays(pass)) return std::nullopt;
    const auto reaches = [&] {
        return std::ranges::find(pass.reach.parts, part) != pass.reach.parts.end();
    };
    if (pass.reach.inverted) {
        auto landed = reach_of(other, index, whole_at(other.size(), 1), stop);
        if (!landed) return std::nullopt;
        pass.reach = {};
        pass.reach.painted = share(std::move(*landed));
    } else if (pass.reach.has_parts() && !reaches()) {
        return std::nullopt;
    }
    pass.reach.parts = {part};
    pass.reach.kept.clear();
    if (const Group* group = other.group(pass.group)) pass.strength *= group->strength;
    pass.group = kNoGroup;
    pass.ground = false;
    return pass;
}

}  // namespace

Painting with_part_from(Painting painting, VersionId other, PartId part,
                        const std::stop_token& stop) {
    const Part* of = painting.part(part);
    const Version* version = painting.find_version(other);
    if (of == nullptr || version == nullptr) return painting;
    const Painting from = as_version(painting, other);
    const std::string name = of->name + " of " + version->name;
    std::vector<Pass> laid;
    Pass grey;
    grey.name = "Grey as sealed";
    grey.source = Tint{{0.5F, 0.5F, 0.5F}};
    grey.blend = BlendMode::normal;
    grey.hold = 1;
    grey.hold_to = HoldTo::sealed;
    grey.reach.parts = {part};
    laid.push_back(std::move(grey));
    for (std::size_t i = 0; i < from.passes.size(); ++i) {
        if (stop.stop_requested()) return painting;
        if (from.passes[i].name == kRelitName) continue;
        if (auto pass = on_part(from, i, part, stop)) laid.push_back(std::move(*pass));
    }
    Pass last = relit();
    last.reach.parts = {part};
    laid.push_back(std::move(last));
    PassPlaces places;
    for (Pass& pass : laid) {
        places.push_back(painting.passes.size());
        painting = with_pass(std::move(painting), std::move(pass));
    }
    return with_passes_grouped(std::move(painting), places, name);
}

Painting with_pass_from(Painting painting, VersionId other, std::size_t pass) {
    if (painting.find_version(other) == nullptr) return painting;
    const Painting from = as_version(painting, other);
    if (pass >= from.passes.size()) return painting;
    Pass copy = from.passes[pass];
    copy.group = kNoGroup;
    return with_pass(std::move(painting), std::move(copy));
}

Colouring hues_turned(const Painting& painting, float degrees) {
    return all_tuned(painting, {degrees, 1, 0});
}

Colouring quieter(const Painting& painting, float factor) {
    return all_tuned(painting, {0, unit(factor), 0});
}

Colouring with_mother_over(const Painting& painting, Rgb mother, float share,
                           const std::string& name) {
    Painting with = painting;
    const float most = std::clamp(share, 0.0F, kMostMother);
    Palette palette = with.palette;
    const auto found = std::ranges::find(palette.colours, mother, &PaletteColour::colour);
    ColourId id = found == palette.colours.end() ? next_colour_id(palette) : found->id;
    if (found == palette.colours.end() &&
        !add_to(palette, {0, name, mother, "mother of a version", {}, false}))
        id = 0;
    if (id != 0) palette.mother = Mother{id, most, MixAs::light};
    with = with_palette(std::move(with), std::move(palette));
    Pass over;
    over.name = name;
    over.source = Tint{mother};
    over.blend = BlendMode::normal;
    over.strength = most;
    return settled(with_pass(std::move(with), std::move(over)));
}

std::optional<Colouring> light_reversed(const Painting& painting, const PlanPlaces& places,
                                        const std::stop_token& stop) {
    const View view =
        whole_at(painting.size(), std::max(1.0, shrink_within(painting.size(), kSeenSide)));
    const auto now = render_view(painting, painting.passes.size(), view, stop);
    const auto sealed = now ? render_view(painting, 0, view, stop) : std::nullopt;
    if (!sealed) return std::nullopt;
    const FloatBlock steps = steps_of(*sealed, Reader::lightness);
    const ConstRgbRow pixels = now->all();
    const Size size = now->area().size();
    const auto tones_of = [&](const TonePlaces& at, auto covers) {
        const auto step = [&](std::size_t i) {
            return static_cast<double>(step_of(at.lightness[i]));
        };
        const double below = (step(0) + step(1)) / 2, above = (step(1) + step(2)) / 2;
        std::array<Mean, kTones.size()> tones;
        for (std::size_t i = 0; i < pixels.r.size(); ++i) {
            const double cover = covers(i);
            if (cover <= 0) continue;
            const auto is = static_cast<double>(steps.samples()[i]);
            tones[is < below ? 0U : is > above ? 2U : 1U].add(oklab(decode(pixels[i])), cover);
        }
        return tones;
    };
    ColourPlan plan;
    if (painting.parts.empty())
        plan.whole = reversed(tones_of(places.whole, [](std::size_t) { return 1.0; }));
    for (const Part& part : painting.parts) {
        const auto place = places.parts.find(part.id);
        if (place == places.parts.end()) continue;
        Picture seen(size, Channels::grey, part.mask->base().depth());
        resample(*part.mask, view.shrink, now->area(), seen);
        const FloatBlock covered = coverage_of(seen, now->area());
        const auto cover = [&](std::size_t i) { return static_cast<double>(covered.samples()[i]); };
        plan.parts[part.id] = reversed(tones_of(place->second, cover));
    }
    return planned_alone(painting, std::move(plan), places);
}

Colouring by_reference(const Painting& painting, std::span<const Swatch> reference,
                       const std::string& name, const PlanPlaces& places, Reader reader) {
    Painting with = painting;
    Palette palette;
    palette.tubes = painting.palette.tubes;
    for (const Swatch& swatch : reference)
        add_to(palette, {0, name_for(swatch.colour, palette), swatch.colour, name, {}, false});
    with = with_palette(std::move(with), std::move(palette));
    ColourPlan plan = suggest_plan(with, places, reader).plan;
    return planned_alone(std::move(with), std::move(plan), places);
}

Colouring by_colour_plan(const Painting& painting, const PlanPlaces& places) {
    return planned_alone(painting, painting.colour_plan, places);
}

}  // namespace underpaint
