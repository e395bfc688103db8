// SPDX-License-Identifier: GPL-3.0-or-later
// What a hand does on the Values bench, through the real window at 24 Mpx: how long until the
// picture and the figures (of the viewing scale, as long as it moves) have followed one move of a
// drag.
#include "desk/view/canvas.h"
#include "hand.h"
#include "large_painting.h"
#include "terms/value_curves.h"

namespace underpaint::bench {
namespace {

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

const Painting& dragged_painting() {
    static const Painting painting = values_painting();
    return painting;
}

void tell_values(MainWindow& window, const std::function<void()>& told) {
    QObject::connect(&window.meters().values, &ValuesMeter::changed, &window, told);
}

const int values_rows = [] {
    using Begin = std::function<void(MainWindow&)>;
    using Move = std::function<void(MainWindow&, int)>;
    const auto add = [](const char* name, const Begin& begin, const Move& move, const Begin& end,
                        bool measures = false) {
        Hand hand{dragged_painting, "values", begin, move, end};
        if (measures) hand.figures = tell_values;
        add_hand(std::string("values/24/") + name, hand);
    };
    add(
        "split", [](MainWindow& w) { w.canvas().set_lens(Lens::shapes_3); },
        [](MainWindow& w, int i) {
            w.session().document.change(
                "Split",
                with_splits(w.session().document.painting(), ShapeCount::three, {3 + 0.01 * i, 6}),
                "split");
        },
        [](MainWindow& w) { w.session().document.end_gesture(); });
    add(
        "range", [](MainWindow&) {},
        [](MainWindow& w, int i) {
            Plan plan = w.session().document.painting().plan;
            plan.range->darkest = 1.5 + 0.01 * i;
            w.session().document.change("Range", with_plan(w.session().document.painting(), plan),
                                        "range");
        },
        [](MainWindow& w) { w.session().document.end_gesture(); });
    add(
        "focus", [](MainWindow&) {},
        [](MainWindow& w, int i) {
            auto foci = w.session().document.painting().plan.foci;
            foci[0].centre.x += i % 2 ? 60 : -40;
            w.session().document.change("Focus", with_foci(w.session().document.painting(), foci),
                                        "focus");
        },
        [](MainWindow& w) { w.session().document.end_gesture(); });
    add(
        "brush",
        [](MainWindow& w) {
            BrushTool& brush = w.canvas().brush();
            brush.set_target(BrushTarget{BrushTarget::What::reach, Stage::values, 1});
            brush.set_brush({250, 0, 0.1, false});
            brush.press(on_canvas(w, 0.2, 0.5), 0.8);
        },
        [](MainWindow& w, int i) {
            w.canvas().brush().move(on_canvas(w, 0.2 + 0.01 * i, 0.5 + 0.002 * (i % 9)), 0.8);
        },
        [](MainWindow& w) { w.canvas().brush().release(); }, true);
    add(
        "curve", [](MainWindow&) {},
        [](MainWindow& w, int i) {
            Pass pass = w.session().document.painting().values[0];
            pass.reach.painted = nullptr;
            pass.source = Curve{shift_curve(0.3 + 0.01 * i), {}, {}, {}};
            w.session().document.change(
                "Curve", with_changed_pass(w.session().document.painting(), 0, pass, Stage::values),
                "curve");
        },
        [](MainWindow& w) { w.session().document.end_gesture(); }, true);
    return 0;
}();

}  // namespace
}  // namespace underpaint::bench
