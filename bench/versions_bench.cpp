// SPDX-License-Identifier: GPL-3.0-or-later
// Another version of 24 megapixels with twelve passes, until it is there and until its figures are
// exact; another underpaint under it, and another size.
#include <benchmark/benchmark.h>

#include "audit/audit.h"
#include "brief/another_underpaint.h"
#include "large_painting.h"
#include "on_all_cores.h"
#include "painting/reframed.h"
#include "painting/version_changes.h"
#include "palette/another_version.h"

namespace underpaint::bench {
namespace {

const Painting& begun() {
    static const Painting made = twelve_passes(k24Megapixels);
    return made;
}

/// The one that costs most: parts are measured, and a plan is laid.
Colouring reversed() {
    const auto places = plan_places(begun());
    return *light_reversed(begun(), *places);
}

void makes_a_version(benchmark::State& state) {
    for (auto _ : state) {
        const Colouring made = reversed();
        if (made.passes.empty()) state.SkipWithError("not made");
    }
}

void measures_it_exactly(benchmark::State& state) {
    const Painting version = with_colouring(begun(), reversed());
    double apart = 0;
    for (auto _ : state) {
        const auto figures = audit(version, {});
        apart = figures->passes.back().value.running.p95;
    }
    state.counters["steps from the seal"] = apart;
}

void looks_at_another_underpaint(benchmark::State& state) {
    double certainty = 0;
    for (auto _ : state) {
        const auto next =
            with_another_underpaint(begun(), begun().underpaint->base(), Reader::lightness);
        certainty = next->where.certainty;
    }
    state.counters["certainty"] = certainty;
}

void makes_it_half_the_size(benchmark::State& state) {
    const Size half{k24Megapixels.width / 2, k24Megapixels.height / 2};
    for (auto _ : state) {
        const Painting made = reframed(begun(), resized(k24Megapixels, half, OtherShape::cut));
        if (made.size() != half) state.SkipWithError("another size");
    }
}

BENCHMARK(makes_a_version)->Name("versions/24/made")->Apply(on_all_cores);
BENCHMARK(measures_it_exactly)->Name("versions/24/exact")->Apply(on_all_cores);
BENCHMARK(looks_at_another_underpaint)->Name("versions/24/another underpaint")->Apply(on_all_cores);
BENCHMARK(makes_it_half_the_size)->Name("versions/24/half the size")->Apply(on_all_cores);

}  // namespace
}  // namespace underpaint::bench
