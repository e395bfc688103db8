// SPDX-License-Identifier: GPL-3.0-or-later
#include "hand.h"

#include <QApplication>
#include <QEventLoop>
#include <QTest>
#include <chrono>
#include <optional>

#include "desk/view/canvas.h"

namespace underpaint::bench {
namespace {

constexpr int kMoves = 60;

using Clock = std::chrono::steady_clock;

void drag(benchmark::State& state, const Hand& hand) {
    MainWindow window([] { return std::string("2026-01-01"); });
    window.resize(1660, 960);
    window.show();
    window.session().document.begin(hand.painting(), {}, true);
    window.show_bench(QLatin1String(hand.bench));
    // Measuring every pass of a large painting takes long, and the first move of a hand stops it.
    if (!QTest::qWaitFor([&] { return window.canvas().settled(); }, 120'000))
        return state.SkipWithError("the picture does not come");
    QTest::qWait(2000);
    bool followed = true;
    std::optional<Clock::time_point> shown;  // the first picture of a move, which may be coarse
    if (hand.figures) hand.figures(window, [&followed] { followed = true; });
    QObject::connect(&window.canvas().projector(), &Projector::shown, &window, [&] {
        if (!shown) shown = Clock::now();
    });
    for (auto _ : state) {
        std::vector<double> times, firsts;
        const auto since = [](Clock::time_point begin, Clock::time_point end) {
            return std::chrono::duration<double, std::milli>(end - begin).count();
        };
        hand.begin(window);
        QTest::qWait(50);
        for (int i = 0; i < kMoves; ++i) {
            followed = !hand.figures;
            shown.reset();
            const auto begin = Clock::now();
            hand.move(window, i);
            QApplication::processEvents();
            while (!window.canvas().settled() || !followed)
                QApplication::processEvents(QEventLoop::WaitForMoreEvents);
            QApplication::processEvents();  // what was asked to be painted is painted
            times.push_back(since(begin, Clock::now()));
            firsts.push_back(since(begin, shown.value_or(begin)));
            QTest::qWait(8);
        }
        hand.end(window);
        std::ranges::sort(times);
        state.SetIterationTime(times[kMoves * 95 / 100] / 1000);
        state.counters["median"] = times[kMoves / 2];
        std::ranges::sort(firsts);
        state.counters["first"] = firsts[kMoves * 95 / 100];
    }
}

}  // namespace

void add_hand(const std::string& name, const Hand& hand) {
    benchmark::RegisterBenchmark(name.c_str(),
                                 [hand](benchmark::State& state) { drag(state, hand); })
        ->Unit(benchmark::kMillisecond)
        ->UseManualTime()
        ->Iterations(1);
}

QPointF on_canvas(MainWindow& window, double x, double y) {
    const Size size = window.session().document.painting().size();
    return window.canvas().transform().to_canvas(QPointF(x * size.width, y * size.height));
}

}  // namespace underpaint::bench
