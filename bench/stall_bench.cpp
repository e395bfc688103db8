// SPDX-License-Identifier: GPL-3.0-or-later
// How long the window does not answer at the worst while 24 megapixels are opened, kept unsaved and
// saved beside it: the longest time between two turns of a timer in the event loop.
#include <benchmark/benchmark.h>

#include <QTest>
#include <QTimer>
#include <chrono>
#include <cstdlib>
#include <filesystem>

#include "desk/window/main_window.h"
#include "files/openraster.h"
#include "large_painting.h"

namespace underpaint::bench {
namespace {

namespace fs = std::filesystem;
constexpr int kPatience = 120'000;  // milliseconds

/// The longest that events had to wait, from its beginning on.
class Longest {
public:
    Longest() {
        timer_.setTimerType(Qt::PreciseTimer);
        QObject::connect(&timer_, &QTimer::timeout, [this] { look(); });
        timer_.start(1);
    }
    double take() {
        look();
        return std::exchange(most_, 0.0);
    }

private:
    void look() {
        const auto now = std::chrono::steady_clock::now();
        const std::chrono::duration<double, std::milli> since = now - std::exchange(last_, now);
        most_ = std::max(most_, since.count());
    }

    QTimer timer_;
    std::chrono::steady_clock::time_point last_ = std::chrono::steady_clock::now();
    double most_ = 0;
};

void stalls(benchmark::State& state) {
    const fs::path file = fs::temp_directory_path() / "underpaint-stalls.ora";
    if (!save_painting(file, twelve_passes(k24Megapixels))) state.SkipWithError("not saved");
    for (auto _ : state) {
        MainWindow window([] { return std::string("2026-01-01"); });
        window.resize(1660, 960);
        window.show();
        Document& document = window.session().document;
        const auto until = [&](auto ready) {
            if (!QTest::qWaitFor(ready, kPatience)) state.SkipWithError("it took too long");
        };
        QTest::qWait(300);
        Longest longest;
        window.files().open_file(file);
        until([&] { return document.has_painting() && window.canvas().settled(); });
        const double opening = longest.take();
        until([&] { return window.settled(); });
        state.counters["settling"] = longest.take();
        Painting next = document.painting();
        next.passes[4].strength *= 0.5F;
        document.change(QStringLiteral("Strength"), next);
        until([&] { return document.unsaved() && window.autosave().kept(); });
        const double keeping = longest.take();
        window.files().save();
        until([&] { return !document.unsaved(); });
        const double saving = longest.take();
        state.counters["opening"] = opening;
        state.counters["keeping"] = keeping;
        state.counters["saving"] = saving;
        state.SetIterationTime(std::max({opening, keeping, saving}) / 1000);
    }
    fs::remove(file);
}
BENCHMARK(stalls)
    ->Name("desk/stall/24")
    ->Unit(benchmark::kMillisecond)
    ->UseManualTime()
    ->Iterations(1);

}  // namespace
}  // namespace underpaint::bench
