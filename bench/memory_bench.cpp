// SPDX-License-Identifier: GPL-3.0-or-later
#include "memory_bench.h"

#include <benchmark/benchmark.h>
#include <unistd.h>

#include <cstdio>
#include <fstream>
#include <string>

#include "large_painting.h"
#include "render/live_render.h"
#include "render/render.h"

namespace underpaint::bench {
namespace {

/// Runs this program again for the one purpose: its own memory is full of other benchmarks. The
/// "time" is megabytes, one a millisecond.
void peak(benchmark::State& state) {
    char self[4096] = {};
    if (::readlink("/proc/self/exe", self, sizeof self - 1) < 0) return state.SkipWithError("?");
    for (auto _ : state) {
        FILE* run = ::popen((std::string(self) + " " + kMemoryFlag).c_str(), "r");
        double megabytes = 0;
        const bool told = run && std::fscanf(run, "%lf", &megabytes) == 1;
        if (!run || ::pclose(run) != 0 || !told) return state.SkipWithError("the run told nothing");
        state.SetIterationTime(megabytes / 1000);
        state.counters["MB"] = megabytes;
    }
}
BENCHMARK(peak)->Name("memory/24")->Unit(benchmark::kMillisecond)->UseManualTime()->Iterations(1);

}  // namespace

double peak_megabytes_of_24() {
    const Painting painting = twelve_passes(k24Megapixels);
    LiveRender live(std::size_t{256} << 20);
    const std::size_t moments[] = {painting.passes.size()};
    for (const View& view : {whole_at(painting.size(), 5.45), View{1, {2000, 1500, 1100, 740}},
                             View{2, {0, 0, 1100, 740}}})
        live.frame(painting, moments, view, [](LiveRender::States) {});
    benchmark::DoNotOptimize(render_picture(painting, painting.passes.size(), Depth::bits8));

    std::ifstream status("/proc/self/status");
    for (std::string word; status >> word;)
        if (double kilobytes = 0; word == "VmHWM:" && status >> kilobytes) return kilobytes / 1024;
    return -1;
}

}  // namespace underpaint::bench
