// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <benchmark/benchmark.h>

namespace underpaint::bench {

/// For work that keeps every core busy: the time that passes, with the CPU time of all threads.
inline void on_all_cores(benchmark::internal::Benchmark* benchmark) {
    benchmark->Unit(benchmark::kMillisecond)->MeasureProcessCPUTime()->UseRealTime();
}

}  // namespace underpaint::bench
