// SPDX-License-Identifier: GPL-3.0-or-later
#include <benchmark/benchmark.h>
#include <sys/wait.h>

#include <cstdlib>

namespace {

/// From start to the demo painting on screen, without a monitor: at most 1.5 s is wanted.
void start_to_painted(benchmark::State& state) {
    ::setenv("QT_QPA_PLATFORM", "offscreen", 0);
    for (auto _ : state) {
        const int status =
            std::system(UNDERPAINT_DESK " --until-painted " UNDERPAINT_DEMO_FILE " 2>/dev/null");
        if (!WIFEXITED(status) || WEXITSTATUS(status) != 0) {
            state.SkipWithError("the program did not come to show the painting");
            return;
        }
    }
}
BENCHMARK(start_to_painted)->Unit(benchmark::kMillisecond)->UseRealTime()->Iterations(7);

}  // namespace
