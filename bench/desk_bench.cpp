// SPDX-License-Identifier: GPL-3.0-or-later
// The same drag of a strength as in frame_bench.cpp, but through the real window: session, history,
// worker thread, queue and canvas, with measuring begun anew at each change as it is at the desk.
#include <benchmark/benchmark.h>

#include <QApplication>
#include <QEventLoop>
#include <QTest>
#include <chrono>

#include "desk/view/canvas.h"
#include "desk/window/main_window.h"
#include "large_painting.h"

namespace underpaint::bench {
namespace {

constexpr int kFrames = 120;
/// Until these are over, what is begun with a painting still runs beside.
constexpr int kWarmUp = 20;

/// Until what was last asked for is on the canvas.
void wait(const Canvas& canvas) {
    while (!canvas.settled()) QApplication::processEvents(QEventLoop::WaitForMoreEvents);
}

void drag(benchmark::State& state, std::size_t pass) {
    static const Painting painting = twelve_passes(k24Megapixels);
    MainWindow window([] { return std::string("2026-01-01"); });
    window.resize(1660, 960);  // leaves the canvas about 1100 x 740
    window.show();
    Session& session = window.session();
    Canvas& canvas = window.canvas();
    session.document.begin(painting, {}, true);
    wait(canvas);
    QTest::qWait(1000);
    for (auto _ : state) {
        std::vector<double> times;
        for (int i = -kWarmUp; i < kFrames; ++i) {
            const auto begin = std::chrono::steady_clock::now();
            Pass next = session.document.painting().passes[pass - 1];
            next.strength =
                0.2F + 0.6F * static_cast<float>((i + kWarmUp) * 37 % kFrames) / kFrames;
            session.document.change(QStringLiteral("Strength"),
                                    with_changed_pass(session.document.painting(), pass - 1, next),
                                    QStringLiteral("drag"));
            wait(canvas);
            canvas.repaint();
            const std::chrono::duration<double, std::milli> time =
                std::chrono::steady_clock::now() - begin;
            if (i >= 0) times.push_back(time.count());
        }
        session.document.end_gesture();
        std::ranges::sort(times);
        state.SetIterationTime(times[kFrames * 95 / 100] / 1000);
        state.counters["median"] = times[kFrames / 2];
        state.counters["width"] = canvas.width();
        state.counters["height"] = canvas.height();
    }
}

const int desk_rows = [] {
    for (const std::size_t pass : {3U, 7U, 12U})
        benchmark::RegisterBenchmark(("desk/fit/24/pass" + std::to_string(pass)).c_str(),
                                     [pass](benchmark::State& state) { drag(state, pass); })
            ->Unit(benchmark::kMillisecond)
            ->UseManualTime()
            ->Iterations(1);
    return 0;
}();

}  // namespace
}  // namespace underpaint::bench
