// SPDX-License-Identifier: GPL-3.0-or-later
// What the Brief bench measures beside the interface: a thumbnail, a reference, the painting's
// standing. The demo's own pictures at two megapixels, as they come in and as they are kept.
#include <benchmark/benchmark.h>

#include "brief/picture_figures.h"
#include "brief/standing.h"
#include "brief/thumbnail_figures.h"
#include "files/kept_pictures.h"
#include "files/openraster.h"
#include "large_painting.h"

namespace underpaint::bench {
namespace {

const Painting& demo_painting() {
    static const Painting painting = open_painting(UNDERPAINT_DEMO_FILE, "2026-01-01")->painting;
    return painting;
}

/// A picture of the demo made larger, each pixel with a little noise of its own.
RgbBlock two_megapixels(const KeptPicture& kept) {
    constexpr Size size{1632, 1224};
    const Picture small = *pixels_of(kept);
    const RgbBlock from = rgb_of(small, rect_of(small.size()));
    RgbBlock block(rect_of(size));
    std::uint32_t dice = 1;
    for (int y = 0; y < size.height; ++y)
        for (int x = 0; x < size.width; ++x) {
            dice = dice * 1664525U + 1013904223U;
            const float off = (static_cast<float>(dice >> 8U) / 16777216.0F - 0.5F) * 0.02F;
            const Rgb c = from.row(
                y * small.size().height /
                size.height)[static_cast<std::size_t>(x * small.size().width / size.width)];
            const auto level = [&](float v) { return std::clamp(v + off, 0.0F, 1.0F); };
            block.row(y).set(static_cast<std::size_t>(x), {level(c.r), level(c.g), level(c.b)});
        }
    return block;
}

void measures_a_thumbnail(benchmark::State& state) {
    const RgbBlock pixels = two_megapixels(demo_painting().brief.thumbnails.front().picture);
    for (auto _ : state) benchmark::DoNotOptimize(measure_thumbnail(pixels, Reader::lightness, {}));
}
BENCHMARK(measures_a_thumbnail)->Unit(benchmark::kMillisecond)->UseRealTime();

void measures_a_reference(benchmark::State& state) {
    const RgbBlock pixels = two_megapixels(demo_painting().brief.references.front().picture);
    for (auto _ : state) benchmark::DoNotOptimize(measure_picture(pixels, Reader::lightness));
}
BENCHMARK(measures_a_reference)->Unit(benchmark::kMillisecond)->UseRealTime();

void keeps_a_reference(benchmark::State& state) {
    const RgbBlock pixels = two_megapixels(demo_painting().brief.references.front().picture);
    Picture picture(pixels.area().size(), Channels::rgb, Depth::bits8);
    picture.write_rgb(pixels);
    for (auto _ : state) benchmark::DoNotOptimize(keep(picture, "", kKeptReference));
}
BENCHMARK(keeps_a_reference)->Unit(benchmark::kMillisecond)->UseRealTime();

void stands_to_its_brief(benchmark::State& state) {
    const Painting painting = twelve_passes(k24Megapixels);
    for (auto _ : state) benchmark::DoNotOptimize(measure_work(painting, Reader::lightness));
}
BENCHMARK(stands_to_its_brief)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace underpaint::bench
