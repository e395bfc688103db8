// SPDX-License-Identifier: GPL-3.0-or-later
// What it takes to put a step of the history by, and to have it again: a stroke over another one,
// 24 megapixels.
#include <benchmark/benchmark.h>

#include "large_painting.h"
#include "painting/packed_step.h"
#include "raster/brush.h"

namespace underpaint::bench {
namespace {

struct Steps {
    Painting one, next;
};

Painting with_stroke(Painting painting, double y, const Rgb& colour) {
    Picture pixels = std::get<Painted>(painting.passes[4].source).pixels->base();
    Brush brush{90, 0.3, 0.5, false};
    brush.colour = colour;
    BrushStroke stroke(brush);
    for (const double x : {1000.0, 2500.0}) pixels.settle(stroke.move(pixels, {{x, y}, 0.8}));
    painting.passes[4].source = Painted{share(std::move(pixels)), 0, 0};
    return painting;
}

Steps two_steps() {
    Painting painting = twelve_passes(k24Megapixels);
    painting.passes[4].source = unpainted_colour(painting.size());
    painting = with_stroke(std::move(painting), 2000, {0.2F, 0.4F, 0.6F});
    return {painting, with_stroke(painting, 2040, {0.2F, 0.6F, 0.6F})};
}

void pack_step(benchmark::State& state) {
    const Steps steps = two_steps();
    for (auto _ : state) {
        const PackedStep put(steps.one, steps.next);
        state.counters["MB"] = static_cast<double>(put.bytes()) / 1e6;
    }
}
BENCHMARK(pack_step)->Name("history/24/pack")->Unit(benchmark::kMillisecond);

void take_out(benchmark::State& state) {
    Steps steps = two_steps();
    const PackedStep put(steps.one, steps.next);
    const Painting beside = steps.next;
    steps.one = {};  // nobody else has that step
    for (auto _ : state) benchmark::DoNotOptimize(put.unpacked(beside));
}
BENCHMARK(take_out)->Name("history/24/take_out")->Unit(benchmark::kMillisecond);

}  // namespace
}  // namespace underpaint::bench
