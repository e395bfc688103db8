// SPDX-License-Identifier: GPL-3.0-or-later
// The whole audit of 24 megapixels with a focus and twelve painted pictures over all of it, beside
// the laying of those passes: both in CPU time, since both keep every core busy.
#include <benchmark/benchmark.h>

#include <cmath>

#include "audit/finding.h"
#include "large_painting.h"
#include "on_all_cores.h"
#include "render/render.h"

namespace underpaint::bench {
namespace {

const Painting& audited_painting() {
    static const Painting made = [] {
        Painting large = twelve_passes(k24Megapixels);
        std::vector<SharedPicture> pictures;
        for (unsigned i = 0; i < 4; ++i)
            pictures.push_back(share(structured(k24Megapixels, Channels::rgb, i + 5)));
        for (std::size_t i = 0; i < large.passes.size(); ++i) {
            large.passes[i].reach = {};
            large.passes[i].source = Painted{pictures[i % pictures.size()], 0, 0};
        }
        return with_foci(std::move(large), {{"Focus", {1800, 2200}, 320}});
    }();
    return made;
}

void lay_large(benchmark::State& state) {
    const Recipe recipe(audited_painting());
    for (auto _ : state)
        walk_tiles(recipe,
                   [](TileWalk& walk, int) { walk.lay_all(0, audited_painting().passes.size()); },
                   {});
}

void audit_large(benchmark::State& state) {
    for (auto _ : state) benchmark::DoNotOptimize(audit(audited_painting(), {}));
}

/// Nothing in it is hard: six megapixels of smooth waves, and twelve tints over them.
void audit_soft(benchmark::State& state) {
    static const Painting soft = [] {
        const Size size{3000, 2000};
        Picture waves(size, Channels::grey, Depth::bits8);
        std::vector<float> row(static_cast<std::size_t>(size.width));
        for (int y = 0; y < size.height; ++y) {
            for (int x = 0; x < size.width; ++x)
                row[static_cast<std::size_t>(x)] =
                    0.5F + 0.3F * std::sin(static_cast<float>(x) / 210) *
                               std::cos(static_cast<float>(y) / 170);
            waves.write_channel(0, {0, y, size.width, 1}, row);
        }
        waves.settle();
        Painting painting;
        painting.underpaint = share(std::move(waves));
        painting = with_seal(std::move(painting), "2026-01-01");
        for (int i = 0; i < 12; ++i) {
            Pass pass;
            const float turn = static_cast<float>(i) / 12;
            pass.source = Tint{{turn, 0.4F, 1 - turn}};
            pass.blend = BlendMode::color;
            pass.strength = 0.3F;
            painting = with_pass(std::move(painting), pass);
        }
        return with_foci(std::move(painting), {{"Focus", {900, 1100}, 160}});
    }();
    for (auto _ : state) benchmark::DoNotOptimize(audit(soft, {}));
}

/// After one slider's change of the tenth pass: exact figures from there down.
void audit_changed(benchmark::State& state) {
    static const Audit known = *audit(audited_painting(), {});
    Painting changed = audited_painting();
    changed.passes[9].strength *= 0.9F;
    AuditOptions options;
    options.known = {&known, common_figures(audited_painting(), changed)};
    for (auto _ : state) benchmark::DoNotOptimize(audit(changed, options));
}

/// What follows a hand: a small copy.
void audit_sketched(benchmark::State& state) {
    AuditOptions options;
    options.level = 4;
    for (auto _ : state) benchmark::DoNotOptimize(audit(audited_painting(), options));
}

/// The same after one slider's change of the tenth pass.
void audit_sketched_change(benchmark::State& state) {
    AuditOptions options;
    options.level = 4;
    const Audit known = *audit(audited_painting(), options);
    Painting changed = audited_painting();
    const RgbBlock below =
        *render_view(changed, 9, whole_at(changed.size(), shrink_of_level(options.level)));
    for (auto _ : state) {
        changed.passes[9].strength *= 0.99F;
        options.known = {&known, common_figures(audited_painting(), changed), &below, 9};
        benchmark::DoNotOptimize(audit(changed, options));
    }
}

/// Three hundred layers, most of which leave most of the picture alone.
void audit_many(benchmark::State& state) {
    static const Painting many = three_hundred_layers(k24Megapixels);
    for (auto _ : state) benchmark::DoNotOptimize(audit(many, {}));
}

BENCHMARK(lay_large)->Name("audit/24/lay")->Apply(on_all_cores);
BENCHMARK(audit_large)->Name("audit/24/audit")->Apply(on_all_cores);
BENCHMARK(audit_soft)->Name("audit/6/soft")->Apply(on_all_cores);
BENCHMARK(audit_changed)->Name("audit/24/changed")->Apply(on_all_cores);
BENCHMARK(audit_many)->Name("audit/24/300")->Apply(on_all_cores);
BENCHMARK(audit_sketched)->Name("audit/24/sketch")->Apply(on_all_cores);
BENCHMARK(audit_sketched_change)->Name("audit/24/sketch changed")->Apply(on_all_cores);

}  // namespace
}  // namespace underpaint::bench
