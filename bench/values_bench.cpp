// SPDX-License-Identifier: GPL-3.0-or-later
// What a hand does on the Values bench, through the real window at 24 Mpx: how long until the
// picture and the figures (of the viewing scale, as long as it moves) have followed one move of a
// drag.
#include <benchmark/benchmark.h>

#include <QApplication>
#include <QEventLoop>
#include <QSignalSpy>
#include <QTest>
#include <chrono>
#include <functional>

#include "desk/view/canvas.h"
#include "desk/window/main_window.h"
#include "large_painting.h"
#include "painting/value_curves.h"

namespace underpaint::bench {
namespace {

constexpr int kMoves = 60;

using Clock = std::chrono::steady_clock;

/// A grey painting with two value passes, three parts, a plan and a focus.
Painting values_painting() {
    Painting painting = twelve_passes(k24Megapixels);
    painting.passes.clear();
    painting.seals.clear();
    const Size size = painting.size();
    painting =
        with_foci(painting, {{"A", {size.width * 0.6, size.height * 0.5}, size.width * 0.06}});
    Plan plan;
    plan.range = {1.5, 9};
    painting = with_plan(painting, plan);
    for (const double by : {0.6, -0.8}) {
        Pass pass;
        pass.name = "Curve";
        pass.source = Curve{shift_curve(by), {}, {}, {}};
        pass.blend = BlendMode::normal;
        pass.reach.painted = unpainted(size);
        painting = with_pass(painting, pass, Stage::values);
    }
    return painting;
}

/// One move of the hand, counted from 0; whether figures have to be measured anew for it.
struct Hand {
    std::function<void(MainWindow&)> begin;
    std::function<void(MainWindow&, int)> move;
    std::function<void(MainWindow&)> end;
    bool measures = false;
};

void drag(benchmark::State& state, const Hand& hand) {
    static const Painting painting = values_painting();
    MainWindow window([] { return std::string("2026-01-01"); });
    window.resize(1660, 960);
    window.show();
    window.session().document.begin(painting, {}, true);
    window.show_bench("values");
    if (!QTest::qWaitFor([&] { return window.settled(); }, 120'000))
        return state.SkipWithError("measuring does not end");
    QTest::qWait(500);
    for (auto _ : state) {
        std::vector<double> times;
        hand.begin(window);
        QTest::qWait(50);
        for (int i = 0; i < kMoves; ++i) {
            QSignalSpy figures(&window.meters().values, &ValuesMeter::changed);
            const auto begin = Clock::now();
            hand.move(window, i);
            QApplication::processEvents();
            while (!window.canvas().settled() || (hand.measures && figures.count() == 0))
                QApplication::processEvents(QEventLoop::WaitForMoreEvents);
            QApplication::processEvents();  // what was asked to be painted is painted
            times.push_back(
                std::chrono::duration<double, std::milli>(Clock::now() - begin).count());
            QTest::qWait(8);
        }
        hand.end(window);
        std::ranges::sort(times);
        state.SetIterationTime(times[kMoves * 95 / 100] / 1000);
        state.counters["median"] = times[kMoves / 2];
    }
}

QPointF on_canvas(MainWindow& window, double x, double y) {
    const Size size = window.session().document.painting().size();
    return window.canvas().transform().to_canvas(QPointF(x * size.width, y * size.height));
}

const int registered = [] {
    const auto add = [](const char* name, Hand hand) {
        benchmark::RegisterBenchmark((std::string("values/24/") + name).c_str(),
                                     [hand](benchmark::State& state) { drag(state, hand); })
            ->Unit(benchmark::kMillisecond)
            ->UseManualTime()
            ->Iterations(1);
    };
    add("split", {[](MainWindow& w) { w.canvas().set_lens(Lens::shapes_3); },
                  [](MainWindow& w, int i) {
                      w.session().document.change("Split",
                                                  with_splits(w.session().document.painting(),
                                                              ShapeCount::three, {3 + 0.01 * i, 6}),
                                                  "split");
                  },
                  [](MainWindow& w) { w.session().document.end_gesture(); }});
    add("range", {[](MainWindow&) {},
                  [](MainWindow& w, int i) {
                      Plan plan = w.session().document.painting().plan;
                      plan.range->darkest = 1.5 + 0.01 * i;
                      w.session().document.change(
                          "Range", with_plan(w.session().document.painting(), plan), "range");
                  },
                  [](MainWindow& w) { w.session().document.end_gesture(); }});
    add("focus", {[](MainWindow&) {},
                  [](MainWindow& w, int i) {
                      auto foci = w.session().document.painting().plan.foci;
                      foci[0].centre.x += i % 2 ? 60 : -40;
                      w.session().document.change(
                          "Focus", with_foci(w.session().document.painting(), foci), "focus");
                  },
                  [](MainWindow& w) { w.session().document.end_gesture(); }});
    add("brush", {[](MainWindow& w) {
                      BrushTool& brush = w.canvas().brush();
                      brush.set_target(BrushTarget{BrushTarget::What::reach, Stage::values, 1});
                      brush.set_brush({250, 0, 0.1, false});
                      brush.press(on_canvas(w, 0.2, 0.5), 0.8);
                  },
                  [](MainWindow& w, int i) {
                      w.canvas().brush().move(on_canvas(w, 0.2 + 0.01 * i, 0.5 + 0.002 * (i % 9)),
                                              0.8);
                  },
                  [](MainWindow& w) { w.canvas().brush().release(); }, true});
    add("curve", {[](MainWindow&) {},
                  [](MainWindow& w, int i) {
                      Pass pass = w.session().document.painting().values[0];
                      pass.reach.painted = nullptr;
                      pass.source = Curve{shift_curve(0.3 + 0.01 * i), {}, {}, {}};
                      w.session().document.change("Curve",
                                                  with_changed_pass(w.session().document.painting(),
                                                                    0, pass, Stage::values),
                                                  "curve");
                  },
                  [](MainWindow& w) { w.session().document.end_gesture(); }, true});
    return 0;
}();

}  // namespace
}  // namespace underpaint::bench
