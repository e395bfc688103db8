// SPDX-License-Identifier: GPL-3.0-or-later
// What the Palette bench computes while one chooses colours.
#include "palette_bench.h"

#include <benchmark/benchmark.h>

#include <random>

#include "audit/viewing.h"
#include "colour/srgb.h"
#include "large_painting.h"
#include "memory_bench.h"
#include "palette/forecast.h"
#include "palette/paint_recipe.h"
#include "palette/palette_figures.h"
#include "palette/plan_outcome.h"
#include "palette/tube_reach.h"
#include "render/render.h"

namespace underpaint::bench {
namespace {

Palette many_colours() {
    std::mt19937 random(3);
    std::uniform_real_distribution<float> any(0.05F, 0.95F);
    Palette palette;
    for (int i = 1; i <= static_cast<int>(kMostColours); ++i)
        palette.colours.push_back({i, "", {any(random), any(random), any(random)}, "", {}, false});
    return palette;
}

/// A sealed picture of 24 Mpx in twelve parts, each planned.
const Painting& planned() {
    static const Painting painting = [] {
        Painting made = sealed_grey(k24Megapixels);
        const Size size = made.size();
        constexpr int parts = 12;
        ColourPlan plan;
        for (int i = 0; i < parts; ++i) {
            Picture mask(size, Channels::grey, Depth::bits8);
            const std::vector<float> ones(static_cast<std::size_t>(size.width), 1);
            for (int y = size.height * i / parts; y < size.height * (i + 1) / parts; ++y)
                mask.write_channel(0, 0, y, ones);
            mask.settle();
            made = with_part(std::move(made), "Part", share(std::move(mask)));
            plan.parts[made.parts.back().id].tones = {ColourId{1 + i}, ColourId{20 + i},
                                                      ColourId{40 + i}};
        }
        made = with_palette(std::move(made), many_colours());
        return with_colour_plan(std::move(made), plan);
    }();
    return painting;
}

void forecasts(benchmark::State& state) {
    const auto over = backdrop_of(planned().seal().picture->base());
    const Palette& palette = planned().palette;
    for (auto _ : state)
        for (const PaletteColour& colour : palette.colours)
            benchmark::DoNotOptimize(
                forecast(*over, {colour.colour, BlendMode::color, 0.8F, 0}, Reader::lightness, 0.25)
                    .p95);
    state.counters["greys"] = static_cast<double>(over->pixels.size());
}
BENCHMARK(forecasts)->Name("palette/24/forecast of 64 colours")->Unit(benchmark::kMillisecond);

void reads_the_seal(benchmark::State& state) {
    const Picture& seal = planned().seal().picture->base();
    for (auto _ : state) benchmark::DoNotOptimize(backdrop_of(seal)->pixels.size());
}
BENCHMARK(reads_the_seal)->Name("palette/24/greys of the seal")->Unit(benchmark::kMillisecond);

void finds_places(benchmark::State& state) {
    for (auto _ : state) benchmark::DoNotOptimize(plan_places(planned())->parts.size());
}
BENCHMARK(finds_places)
    ->Name("palette/24/places of twelve parts")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

void tries_the_plan(benchmark::State& state, int side) {
    static const PlanPlaces places = *plan_places(planned());
    for (auto _ : state)
        benchmark::DoNotOptimize(
            plan_outcome(planned(), places, {Reader::lightness, {}, side})->passes);
}
BENCHMARK_CAPTURE(tries_the_plan, sketch, 400)
    ->Name("palette/24/plan of twelve parts, small copy")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();
BENCHMARK_CAPTURE(tries_the_plan, viewing, kViewingSide)
    ->Name("palette/24/plan of twelve parts, viewing scale")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

void figures_of_a_palette(benchmark::State& state) {
    const auto seen = render_view(planned(), 0, whole_at(planned().size(), 6000.0 / kViewingSide));
    for (auto _ : state)
        benchmark::DoNotOptimize(figures_of(planned().palette, *seen, Reader::lightness).none);
}
BENCHMARK(figures_of_a_palette)
    ->Name("palette/24/figures of 64 colours")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

TubeSet five_tubes() {
    const auto all = generic_tubes();
    return {{all[0], all[3], all[7], all[11], all[16]}, generic_white()};
}

void reach_of_five_tubes(benchmark::State& state) {
    for (auto _ : state) benchmark::DoNotOptimize(TubeReach(five_tubes()).mixtures().size());
}
BENCHMARK(reach_of_five_tubes)->Name("palette/reach of five tubes")->Unit(benchmark::kMillisecond);

void recipe_of_a_colour(benchmark::State& state) {
    const TubeSet set = five_tubes();
    for (auto _ : state) benchmark::DoNotOptimize(recipe_for({0.1F, 0.6F, 0.9F}, set)->off);
}
BENCHMARK(recipe_of_a_colour)
    ->Name("palette/recipe that none comes near")
    ->Unit(benchmark::kMillisecond);

PictureColours many_picture_colours() {
    std::mt19937 random(5);
    std::uniform_real_distribution<float> any(0, 1);
    RgbBlock pixels(rect_of({200, 150}));
    for (int y = 0; y < 150; ++y)
        for (std::size_t x = 0; x < 200; ++x)
            pixels.row(y).set(x, {any(random), any(random) * 0.8F, any(random) * 0.9F});
    return colours_of(pixels);
}

void fewest_of_twenty(benchmark::State& state) {
    const PictureColours colours = many_picture_colours();
    for (auto _ : state)
        benchmark::DoNotOptimize(
            fewest_tubes(colours, generic_tubes(), generic_white(), 0.01)->missed);
}
BENCHMARK(fewest_of_twenty)
    ->Name("palette/fewest of twenty tubes")
    ->Unit(benchmark::kMillisecond)
    ->UseRealTime();

void solves_a_reflectance(benchmark::State& state) {
    std::mt19937 random(6);
    std::uniform_real_distribution<float> any(0, 1);
    for (auto _ : state)
        benchmark::DoNotOptimize(reflectance_of({any(random), any(random), any(random)}));
}
BENCHMARK(solves_a_reflectance)
    ->Name("palette/reflectance of a colour")
    ->Unit(benchmark::kMicrosecond);

}  // namespace

double megabytes_of_a_palette() {
    const Painting& painting = planned();
    return megabytes_beyond([&] {
        // Kept while the bench is open.
        const auto over = backdrop_of(painting.seal().picture->base());
        const PlanPlaces places = *plan_places(painting);
        const TubeReach reach(five_tubes());
        for (const PaletteColour& colour : painting.palette.colours)
            benchmark::DoNotOptimize(
                forecast(*over, {colour.colour, BlendMode::color, 0.8F, 0}, Reader::lightness, 0.25)
                    .p95);
        for (const int side : {400, kViewingSide})
            benchmark::DoNotOptimize(
                plan_outcome(painting, places, {Reader::lightness, {}, side})->passes);
        const auto seen =
            render_view(painting, 0, whole_at(painting.size(), 6000.0 / kViewingSide));
        benchmark::DoNotOptimize(figures_of(painting.palette, *seen, Reader::lightness).none);
        benchmark::DoNotOptimize(
            fewest_tubes(many_picture_colours(), generic_tubes(), generic_white(), 0.01)->missed);
        return !reach.mixtures().empty();
    });
}

}  // namespace underpaint::bench
