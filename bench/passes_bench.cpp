// SPDX-License-Identifier: GPL-3.0-or-later
// What a hand does on the Passes bench, through the real window at 24 Mpx: how long until the
// picture has followed one move of a drag, or of the brush until the figures have.
#include "desk/view/canvas.h"
#include "hand.h"
#include "large_painting.h"
#include "painting/gradient_tools.h"

namespace underpaint::bench {
namespace {

constexpr std::size_t kMap = 12, kCurve = 13, kGlow = 14, kPainted = 15;

/// Twelve passes, then one of each kind that is dragged here.
Painting passes_painting() {
    Painting painting = twelve_passes(k24Megapixels);
    const Size size = painting.size();
    const auto add = [&](Source source, BlendMode blend) {
        Pass pass;
        pass.name = "Dragged";
        pass.source = std::move(source);
        pass.blend = blend;
        pass.strength = 0.6F;
        painting = with_pass(std::move(painting), std::move(pass));
    };
    add(
        GradientMap{
            {{0.1F, {0.1F, 0.15F, 0.3F}}, {0.5F, {0.6F, 0.4F, 0.4F}}, {0.9F, {1, 0.9F, 0.7F}}},
            MapOf::seal,
            Mixing::oklab},
        BlendMode::color);
    add(Curve{{{0, 0}, {0.4F, 0.5F}, {1, 1}}, {}, {}, {}}, BlendMode::normal);
    add(Glow{{size.width * 0.5, size.height * 0.5},
             static_cast<float>(size.width) / 5,
             0.1F,
             {1, 0.8F, 0.5F}},
        BlendMode::screen);
    add(unpainted_colour(size), BlendMode::true_colour);
    return painting;
}

template <class Change>
void change(MainWindow& window, std::size_t place, Change change) {
    const Painting& painting = window.session().document.painting();
    Pass pass = painting.passes[place];
    change(pass);
    window.session().document.change("Drag", with_changed_pass(painting, place, std::move(pass)),
                                     "drag");
}

void end_gesture(MainWindow& window) {
    window.session().document.end_gesture();
}

const Painting& the_painting() {
    static const Painting painting = passes_painting();
    return painting;
}

void tell_figures(MainWindow& window, const std::function<void()>& told) {
    const Measuring& figures = window.meters().passes;
    QObject::connect(&figures, &Measuring::figures_changed, &window, [&figures, told] {
        if (!figures.behind()) told();
    });
}

void begin_stroke(MainWindow& window, BrushTarget::What what) {
    BrushTool& brush = window.canvas().brush();
    brush.set_target(BrushTarget{what, Stage::colour, kPainted});
    Brush with{250, 0, 0.1, false};
    with.colour = {0.7F, 0.4F, 0.2F};
    brush.set_brush(with);
    brush.press(on_canvas(window, 0.2, 0.5), 0.8);
}

void stroke_on(MainWindow& window, int i) {
    window.canvas().brush().move(on_canvas(window, 0.2 + 0.01 * i, 0.5 + 0.002 * (i % 9)), 0.8);
}

const int passes_rows = [] {
    using Begin = std::function<void(MainWindow&)>;
    using Move = std::function<void(MainWindow&, int)>;
    const auto add = [](const std::string& name, const Begin& begin, const Move& move,
                        const Begin& end, bool measures = false) {
        Hand hand{the_painting, "passes", begin, move, end};
        if (measures) hand.figures = tell_figures;
        add_hand("passes/24/" + name, hand);
    };
    const auto nothing = [](MainWindow&) {};
    const auto close = [](MainWindow& w) { w.canvas().one_to_one(); };
    const auto move_stop = [](MainWindow& w, int i) {
        change(w, kMap, [i](Pass& p) {
            std::get<GradientMap>(p.source).stops[1].at = 0.4F + 0.003F * static_cast<float>(i);
        });
    };
    const auto bend = [](MainWindow& w, int i) {
        change(w, kCurve, [i](Pass& p) {
            std::get<Curve>(p.source).all[1].out = 0.4F + 0.003F * static_cast<float>(i);
        });
    };
    const auto shift = [](MainWindow& w, int i) {
        change(w, kGlow, [i](Pass& p) { std::get<Glow>(p.source).centre.x += i % 2 ? 50 : -30; });
    };
    const auto tune = [](MainWindow& w, int i) {
        change(w, 6, [i](Pass& p) { p.tune.hue = static_cast<float>(i + 1); });
    };
    for (const auto& [view, begin] :
         {std::pair<std::string, Begin>("fit", nothing), {"1:1", close}}) {
        add(view + "/stop", begin, move_stop, end_gesture);
        add(view + "/curve", begin, bend, end_gesture);
        add(view + "/handle", begin, shift, end_gesture);
        add(view + "/tune", begin, tune, end_gesture);
    }
    const auto lift = [](MainWindow& w) { w.canvas().brush().release(); };
    for (const auto& [name, what] :
         {std::pair("colour", BrushTarget::What::colour), {"reach", BrushTarget::What::reach}}) {
        const Begin press = [what](MainWindow& w) { begin_stroke(w, what); };
        add(std::string("fit/brush ") + name, press, stroke_on, lift);
        add(std::string("fit/brush ") + name + ", figures", press, stroke_on, lift, true);
    }
    return 0;
}();

}  // namespace
}  // namespace underpaint::bench
