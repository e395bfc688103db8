// SPDX-License-Identifier: GPL-3.0-or-later
#include <benchmark/benchmark.h>

#include <QApplication>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <filesystem>
#include <vector>

#include "desk/kit/look.h"
#include "memory_bench.h"
#include "ratio_table.h"

namespace {

/// What the platform without a screen can't do is said again for every window.
void pass_on(QtMsgType, const QMessageLogContext&, const QString& text) {
    if (!text.startsWith(QLatin1String("This plugin does not support")))
        std::fprintf(stderr, "%s\n", qPrintable(text));
}

}  // namespace

int main(int argc, char** argv) {
    using namespace underpaint::bench;
    if (argc == 3 && std::strcmp(argv[1], kMemoryFlag) == 0) {
        std::printf("%.0f\n", peak_megabytes_of(argv[2]));
        return 0;
    }
    // Machines change their speed: what is compared is run in turns. --quick runs every row, but
    // each only for as long as shows that nothing has become much slower.
    char repeat[] = "--benchmark_repetitions=5", once[] = "--benchmark_repetitions=1";
    char mix[] = "--benchmark_enable_random_interleaving=true",
         brief[] = "--benchmark_min_time=0.05";
    const bool quick = argc > 1 && std::strcmp(argv[1], "--quick") == 0;
    std::vector<char*> arguments =
        quick ? std::vector{argv[0], once, brief} : std::vector{argv[0], repeat, mix};
    arguments.insert(arguments.end(), argv + (quick ? 2 : 1), argv + argc);
    // For the benchmarks that go through the window.
    ::setenv("QT_QPA_PLATFORM", "offscreen", 0);
    // What windows keep of their paintings is nobody's work.
    ::setenv("XDG_STATE_HOME",
             (std::filesystem::temp_directory_path() / "underpaint-bench-state").c_str(), 1);
    qInstallMessageHandler(pass_on);
    QApplication application(argc, argv);
    underpaint::dress(application);
    int count = static_cast<int>(arguments.size());
    benchmark::Initialize(&count, arguments.data());
    if (benchmark::ReportUnrecognizedArguments(count, arguments.data())) return 1;
    RatioTable table;
    benchmark::RunSpecifiedBenchmarks(&table);
    return 0;
}
