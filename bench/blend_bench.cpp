// SPDX-License-Identifier: GPL-3.0-or-later
// One pass over the full frame with a strength, 24 megapixels, one core: every mode that libcairo
// has beside libcairo, each laying a picture over a picture.
#include <benchmark/benchmark.h>
#include <tbb/global_control.h>

#include "by_cairo.h"
#include "large_painting.h"
#include "render/render.h"

namespace underpaint::bench {
namespace {

constexpr double kStrength = 0.7;

const Painting& ground() {
    static const Painting painting = [] {
        Painting made;
        made.underpaint = share(structured(k24Megapixels, Channels::rgb, 1));
        return made;
    }();
    return painting;
}

const SharedPicture& colours() {
    static const SharedPicture picture = share(structured(k24Megapixels, Channels::rgb, 3));
    return picture;
}

void by_us(benchmark::State& state, BlendMode mode, Source source, float hold) {
    const tbb::global_control one_core(tbb::global_control::max_allowed_parallelism, 1);
    Pass pass;
    pass.source = std::move(source);
    pass.blend = mode;
    pass.strength = static_cast<float>(kStrength);
    pass.hold = hold;
    const Painting painting = with_pass(ground(), pass);
    // Cairo, too, works on memory that it has.
    static Picture result = *render_picture(painting, 0, Depth::bits8);
    for (auto _ : state) render_into(result, painting, 1);
}

void by_cairo(benchmark::State& state, BlendMode mode, Source source) {
    Pass pass;
    pass.source = std::move(source);
    pass.blend = mode;
    pass.strength = static_cast<float>(kStrength);
    const CairoPass laid(ground(), pass);
    const Surface surface = surface_of(ground().underpaint->base());
    for (auto _ : state) {
        cairo_t* cairo = cairo_create(surface.get());
        laid.lay(cairo);
        cairo_destroy(cairo);
        cairo_surface_flush(surface.get());
    }
}

const int blend_rows = [] {
    const auto measured = [](const std::string& name, auto work) {
        benchmark::RegisterBenchmark(name.c_str(), work)
            ->Unit(benchmark::kMillisecond)
            ->UseRealTime();
    };
    const auto picture = [] { return Painted{colours()}; };
    const auto tint = [] { return Tint{{0.7F, 0.4F, 0.2F}}; };
    for (const BlendText& text : kBlendTexts) {
        const BlendMode mode = text.mode;
        const std::string id(text.id);
        measured("blend/" + id + "/us",
                 [=](benchmark::State& state) { by_us(state, mode, picture(), 0); });
        if (cairo_operator_of(mode))
            measured("blend/" + id + "/cairo",
                     [=](benchmark::State& state) { by_cairo(state, mode, picture()); });
    }
    measured("blend/true-colour-held/us",
             [=](benchmark::State& state) { by_us(state, BlendMode::true_colour, picture(), 1); });
    measured("tint/color/us",
             [=](benchmark::State& state) { by_us(state, BlendMode::color, tint(), 0); });
    measured("tint/color/cairo",
             [=](benchmark::State& state) { by_cairo(state, BlendMode::color, tint()); });
    measured("tint/true-colour-held/us",
             [=](benchmark::State& state) { by_us(state, BlendMode::true_colour, tint(), 1); });
    measured("tint/color-held/us",
             [=](benchmark::State& state) { by_us(state, BlendMode::color, tint(), 1); });
    return 0;
}();

}  // namespace
}  // namespace underpaint::bench
