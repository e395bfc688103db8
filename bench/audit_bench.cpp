// SPDX-License-Identifier: GPL-3.0-or-later
#include <benchmark/benchmark.h>

#include "audit/pass_mends.h"
#include "files/openraster.h"

namespace underpaint {
namespace {

const Painting& demo() {
    static const Painting painting = open_painting(UNDERPAINT_DEMO_FILE, "2026-01-01")->painting;
    return painting;
}

/// Every figure of the demo painting on every pixel: 1.9 megapixels, six passes.
void audit_demo(benchmark::State& state) {
    for (auto _ : state) {
        const auto figures = audit(demo(), {});
        if (figures->balance() != Verdict::lost) state.SkipWithError("the figures are wrong");
    }
}
BENCHMARK(audit_demo)->Unit(benchmark::kMillisecond)->UseRealTime();

/// The first figures that the desk shows, on halved pixels.
void sketch_demo(benchmark::State& state) {
    for (auto _ : state) benchmark::DoNotOptimize(audit(demo(), {Reader::lightness, 2, {}}));
}
BENCHMARK(sketch_demo)->Unit(benchmark::kMillisecond)->UseRealTime();

/// The mends of the pass that slips, computed and tried.
void mend_demo(benchmark::State& state) {
    const auto figures = audit(demo(), {});
    for (auto _ : state)
        if (mends_for(demo(), 5, *figures).size() < 2) state.SkipWithError("a mend is missing");
}
BENCHMARK(mend_demo)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace
}  // namespace underpaint
