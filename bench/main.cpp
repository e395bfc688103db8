// SPDX-License-Identifier: GPL-3.0-or-later
#include <benchmark/benchmark.h>

#include <QApplication>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <vector>

#include "desk/look.h"
#include "memory_bench.h"
#include "ratio_table.h"

int main(int argc, char** argv) {
    using namespace underpaint::bench;
    if (argc == 2 && std::strcmp(argv[1], kMemoryFlag) == 0) {
        std::printf("%.0f\n", peak_megabytes_of_24());
        return 0;
    }
    // Machines change their speed: what is compared is run in turns.
    char repeat[] = "--benchmark_repetitions=5";
    char mix[] = "--benchmark_enable_random_interleaving=true";
    std::vector<char*> arguments{argv[0], repeat, mix};
    arguments.insert(arguments.end(), argv + 1, argv + argc);
    // For the benchmarks that go through the window.
    ::setenv("QT_QPA_PLATFORM", "offscreen", 0);
    QApplication application(argc, argv);
    underpaint::dress(application);
    int count = static_cast<int>(arguments.size());
    benchmark::Initialize(&count, arguments.data());
    if (benchmark::ReportUnrecognizedArguments(count, arguments.data())) return 1;
    RatioTable table;
    benchmark::RunSpecifiedBenchmarks(&table);
    return 0;
}
