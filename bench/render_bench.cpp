// SPDX-License-Identifier: GPL-3.0-or-later
#include <benchmark/benchmark.h>
#include <cairo.h>

#include <memory>

#include "files/openraster.h"
#include "painting/changes.h"
#include "render/render.h"

namespace underpaint {
namespace {

const Painting& demo() {
    static const Painting painting = open_painting(UNDERPAINT_DEMO_FILE, "2026-01-01")->painting;
    return painting;
}

/// The whole demo painting to 8 bits, all cores.
void render_demo(benchmark::State& state) {
    for (auto _ : state)
        benchmark::DoNotOptimize(render_picture(demo(), demo().passes.size(), Depth::bits8));
}
BENCHMARK(render_demo)->Unit(benchmark::kMillisecond)->UseRealTime();

/// What a slider asks for: the demo painting as it fits the canvas.
void render_fit_view(benchmark::State& state) {
    const View view = whole_at(demo().size(), 2);
    for (auto _ : state) benchmark::DoNotOptimize(render_view(demo(), demo().passes.size(), view));
}
BENCHMARK(render_fit_view)->Unit(benchmark::kMillisecond)->UseRealTime();

/// One color pass over the demo's greys, and beside it the same by libcairo (8 bits, one core).
void color_pass(benchmark::State& state) {
    Painting painting = demo();
    painting.passes.resize(1);
    for (auto _ : state) benchmark::DoNotOptimize(render_picture(painting, 1, Depth::bits8));
}
BENCHMARK(color_pass)->Unit(benchmark::kMillisecond)->UseRealTime();

void color_pass_by_cairo(benchmark::State& state) {
    const Size size = demo().size();
    const std::unique_ptr<cairo_surface_t, decltype(&cairo_surface_destroy)> surface(
        cairo_image_surface_create(CAIRO_FORMAT_RGB24, size.width, size.height),
        cairo_surface_destroy);
    for (auto _ : state) {
        cairo_t* cairo = cairo_create(surface.get());
        cairo_set_operator(cairo, CAIRO_OPERATOR_HSL_COLOR);
        cairo_set_source_rgb(cairo, 0.4, 0.5, 0.7);
        cairo_paint(cairo);
        cairo_destroy(cairo);
        cairo_surface_flush(surface.get());
    }
}
BENCHMARK(color_pass_by_cairo)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace underpaint
