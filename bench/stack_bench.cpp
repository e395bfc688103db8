// SPDX-License-Identifier: GPL-3.0-or-later
// Twelve mixed passes over 24 megapixels, the whole picture to 8 bits: all cores here, one core in
// libcairo, which has no other way.
#include <benchmark/benchmark.h>
#include <tbb/parallel_for.h>

#include <cstring>

#include "by_cairo.h"
#include "large_painting.h"
#include "render/render.h"

namespace underpaint::bench {
namespace {

const Painting& stack_of_passes() {
    static const Painting made = twelve_passes(k24Megapixels);
    return made;
}

void by_us(benchmark::State& state) {
    // Both work on memory that they have.
    static Picture result(stack_of_passes().size(), Channels::rgb, Depth::bits8);
    for (auto _ : state) render_into(result, stack_of_passes(), stack_of_passes().passes.size());
}

void by_cairo(benchmark::State& state) {
    std::vector<CairoPass> passes;
    for (const Pass& pass : stack_of_passes().passes) passes.emplace_back(stack_of_passes(), pass);
    const Surface ground = surface_of(stack_of_passes().ground()->base());
    const Surface result = surface_of(stack_of_passes().ground()->base());
    for (auto _ : state) {
        cairo_t* cairo = cairo_create(result.get());
        cairo_set_operator(cairo, CAIRO_OPERATOR_SOURCE);
        cairo_set_source_surface(cairo, ground.get(), 0, 0);
        cairo_paint(cairo);
        for (const CairoPass& pass : passes) pass.lay(cairo);
        cairo_destroy(cairo);
        cairo_surface_flush(result.get());
    }
}

/// The least that the stack must move: the ground and the painted colours are read, the result is
/// written, all once and as bytes. Copied by the library on all cores, as fast as memory goes.
void memory_limit(benchmark::State& state) {
    const auto pixels = static_cast<std::size_t>(k24Megapixels.area());
    static std::vector<std::uint8_t> from(4 * pixels, 1), to(3 * pixels);
    constexpr int pieces = 64;
    const std::size_t piece = pixels / pieces;
    for (auto _ : state)
        tbb::parallel_for(0, pieces, [&](int i) {
            const auto at = static_cast<std::size_t>(i) * piece;
            std::memcpy(&to[3 * at], &from[4 * at], 3 * piece);
            std::uint64_t sum = 0;
            for (std::size_t k = 0; k + 8 <= piece; k += 8) {
                std::uint64_t word = 0;
                std::memcpy(&word, &from[4 * at + 3 * piece + k], 8);
                sum += word;
            }
            benchmark::DoNotOptimize(sum);
        });
}

const int stack_rows = [] {
    const auto measured = [](const char* name, auto work) {
        benchmark::RegisterBenchmark(name, work)->Unit(benchmark::kMillisecond)->UseRealTime();
    };
    measured("stack/us", by_us);
    measured("stack/cairo", by_cairo);
    measured("stack/memory", memory_limit);
    return 0;
}();

}  // namespace
}  // namespace underpaint::bench
