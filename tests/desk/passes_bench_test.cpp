// SPDX-License-Identifier: GPL-3.0-or-later
// The Passes bench: every way of laying colour, by mouse and keyboard.
#include <QClipboard>
#include <QListView>
#include <QMimeData>
#include <QSpinBox>

#include "desk/kit/band_slider.h"
#include "desk/kit/bar_slider.h"
#include "desk/kit/colour_button.h"
#include "desk/kit/colour_strip.h"
#include "desk/panes/ladder.h"
#include "desk/passes/editors/curve_plot.h"
#include "desk/passes/editors/gradient_plot.h"
#include "desk/passes/lay_menu.h"
#include "desk/passes/passes_sheet.h"
#include "desk/work/reach_words.h"
#include "files/openraster.h"
#include "files/svg_gradient.h"
#include "painting/group_changes.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class PassesBenchTest : public testing::DeskTest {
protected:
    void SetUp() override {
        begin(testing::slipping_painting());
        window_->show_bench("passes");
        settle();
    }
    const Pass& chosen() const { return painting().passes[*session().outlook.chosen_pass()]; }
    template <class Kind>
    const Kind& source() const {
        return std::get<Kind>(chosen().source);
    }
    /// The one of that name that is in sight.
    template <class Widget = QWidget>
    Widget* seen(const char* name) const {
        QCoreApplication::processEvents();
        for (auto* widget : window_->findChildren<Widget*>(QString::fromLatin1(name)))
            if (widget->isVisible()) return widget;
        ADD_FAILURE() << "nothing in sight is called " << name;
        return nullptr;
    }
    void press(const char* name) const { QTest::mouseClick(seen(name), Qt::LeftButton); }
    void drag(QWidget* widget, QPoint from, QPoint to) const {
        QTest::mousePress(widget, Qt::LeftButton, {}, from);
        QTest::mouseMove(widget, (from + to) / 2);
        QTest::mouseMove(widget, to);
        QTest::mouseRelease(widget, Qt::LeftButton, {}, to);
        QCoreApplication::processEvents();
    }
    void drag_on_canvas(QPointF from, QPointF to) const {
        drag(&window_->canvas(), at(from.x(), from.y()), at(to.x(), to.y()));
    }
    /// Types into a field.
    void type(const char* field, const QString& text) const {
        auto* edit = seen<QLineEdit>(field);
        edit->selectAll();
        QTest::keyClicks(edit, text);
        QTest::keyClick(edit, Qt::Key_Return);
    }
    void undo_all() const {
        while (session().document.history().can_undo()) trigger("undo");
    }
    std::vector<std::string> names() const {
        std::vector<std::string> all;
        for (const Pass& pass : painting().passes) all.push_back(pass.name);
        return all;
    }
};

// --- laying

TEST_F(PassesBenchTest, LaysEachSourceChangesItAndTakesAllBack) {
    const Painting before = painting();
    ASSERT_TRUE(save_png(folder_ / "still.png", testing::ramp({80, 60})));
    const char* ways[] = {"lay_tint",     "lay_painted",    "lay_gradient", "lay_picture",
                          "lay_curve",    "lay_underpaint", "lay_grain",    "lay_glow",
                          "lay_vignette", "lay_sharpness"};
    std::set<std::size_t> kinds;
    for (const char* way : ways) {
        const std::size_t passes = painting().passes.size();
        picked_ = folder_ / "still.png";
        trigger(way);
        settle();
        ASSERT_EQ(painting().passes.size(), passes + 1) << way;
        EXPECT_EQ(session().outlook.chosen_pass(), passes) << way;
        kinds.insert(chosen().source.index());
        // By mouse: the strength, to the middle of its slider.
        auto* strength = seen<BarSlider>("strength");
        QTest::mouseClick(strength, Qt::LeftButton, {},
                          {strength->width() / 2, strength->height() - 4});
        EXPECT_NEAR(chosen().strength, 0.5, 0.06) << way;
        // By keyboard: its name.
        type("pass_name", QStringLiteral("Own %1").arg(way));
        EXPECT_EQ(chosen().name, std::string("Own ") + way);
    }
    EXPECT_EQ(kinds.size(), std::variant_size_v<Source>);
    undo_all();
    EXPECT_EQ(painting(), before);
}

TEST_F(PassesBenchTest, ANewPassLiesOverTheChosenOne) {
    session().outlook.set_moment(1);
    trigger("lay_grain");
    EXPECT_EQ(names(), (std::vector<std::string>{"Blue", "Grain", "Wash"}));
    session().outlook.set_moment(0);
    trigger("lay_tint");
    EXPECT_EQ(names().back(), "Plain tint") << "over the seal means over everything";
}

TEST_F(PassesBenchTest, APictureThatIsNoneIsSaidToBeNone) {
    std::ofstream(folder_ / "no.png") << "no picture at all";
    picked_ = folder_ / "no.png";
    const Painting before = painting();
    trigger("lay_picture");
    ASSERT_TRUE(wait([&] { return find("lay_trouble")->isVisible(); }));
    EXPECT_TRUE(seen<QLabel>("lay_trouble")->text().contains("no.png"));
    EXPECT_EQ(painting(), before);
    trigger("lay_tint");
    EXPECT_FALSE(find("lay_trouble")->isVisible()) << "what is over is not said any more";
}

// --- the clipboard

TEST_F(PassesBenchTest, APassIsCopiedIntoAnotherPainting) {
    session().document.change("reach", [&] {
        Pass pass = painting().passes[1];
        pass.reach.parts = {painting().parts[0].id, painting().parts[1].id};
        return with_changed_pass(painting(), 1, pass);
    }());
    auto* ledger = seen<QListView>("ledger");
    QTest::keyClick(ledger, Qt::Key_C, Qt::ControlModifier);
    const Pass copied = chosen();
    // The other has a part of one name, and is of another size.
    Painting other =
        testing::with_columns(testing::sealed(testing::ramp({120, 90})), "Right", 0, 9);
    begin(other);
    window_->show_bench("passes");
    QTest::keyClick(seen<QListView>("ledger"), Qt::Key_V, Qt::ControlModifier);
    ASSERT_EQ(painting().passes.size(), 1U);
    EXPECT_EQ(painting().passes[0].source, copied.source);
    EXPECT_EQ(painting().passes[0].reach.parts, std::vector{painting().parts[0].id});
    EXPECT_TRUE(painting().passes[0].reach.kept.empty()) << "a mask of another size";
}

TEST_F(PassesBenchTest, PicturesAndColoursArePasted) {
    auto& menu = *window_->findChild<LayMenu*>();
    QMimeData picture;
    QImage image(40, 30, QImage::Format_ARGB32);
    image.fill(QColor(200, 100, 50, 128));
    picture.setImageData(image);
    EXPECT_TRUE(menu.paste(picture));
    const auto& placed = source<Placed>();
    EXPECT_EQ(placed.pixels->size(), (Size{40, 30}));
    EXPECT_NEAR(testing::pixel(placed.pixels->base(), 5, 5).r, 200 / 255.0, 0.01);
    EXPECT_NEAR(placed.placement.scale, 10, 1e-6) << "as large as it fits inside";
    QMimeData colour;
    colour.setText(QStringLiteral(" #336699 "));
    EXPECT_TRUE(menu.paste(colour));
    EXPECT_EQ(source<Tint>().colour, (Rgb{0x33 / 255.0F, 0x66 / 255.0F, 0x99 / 255.0F}));
    const Painting before = painting();
    QMimeData words;
    words.setText(QStringLiteral("a shopping list"));
    EXPECT_FALSE(menu.paste(words));
    EXPECT_EQ(seen<QLabel>("lay_trouble")->text(),
              "There is no pass, picture or colour on the clipboard.");
    EXPECT_EQ(painting(), before);
}

TEST_F(PassesBenchTest, AColourIsCopiedAndPastedAsText) {
    auto* swatch = seen<ColourButton>("swatch");
    swatch->setFocus();
    QTest::keyClick(swatch, Qt::Key_C, Qt::ControlModifier);
    EXPECT_EQ(QGuiApplication::clipboard()->text(), hex_of(source<Tint>().colour));
    QGuiApplication::clipboard()->setText(QStringLiteral("00ff80"));
    QTest::keyClick(swatch, Qt::Key_V, Qt::ControlModifier);
    EXPECT_EQ(source<Tint>().colour, (Rgb{0, 1, 128 / 255.0F}));
}

// --- several at once, and groups

class LedgerTest : public PassesBenchTest {
protected:
    void SetUp() override {
        PassesBenchTest::SetUp();
        for (const char* name : {"C", "D"}) {
            Pass pass = testing::tint({0.5F, 0.4F, 0.3F}, BlendMode::true_colour, 0.2F);
            pass.name = name;
            session().document.change("lay", with_pass(painting(), pass));
        }
        ledger_ = seen<QListView>("ledger");
    }
    void choose(int row, Qt::KeyboardModifiers keys = {}) const {
        const QRect place = ledger_->visualRect(ledger_->model()->index(row, 0));
        ledger_->scrollTo(ledger_->model()->index(row, 0));
        QTest::mouseClick(ledger_->viewport(), Qt::LeftButton, keys,
                          ledger_->visualRect(ledger_->model()->index(row, 0)).center());
        Q_UNUSED(place);
    }
    QString row(int index) const { return ledger_->model()->index(index, 0).data().toString(); }
    QListView* ledger_ = nullptr;
};

TEST_F(LedgerTest, SeveralRowsAreSwitchedMovedAndRemovedTogether) {
    choose(1);
    choose(3, Qt::ControlModifier);
    QTest::keyClick(ledger_, Qt::Key_Space);
    EXPECT_FALSE(painting().passes[0].on);
    EXPECT_TRUE(painting().passes[1].on);
    EXPECT_FALSE(painting().passes[2].on);
    choose(1);
    choose(2, Qt::ControlModifier);
    QTest::keyClick(ledger_, Qt::Key_Down, Qt::AltModifier);
    EXPECT_EQ(names(), (std::vector<std::string>{"C", "Blue", "Wash", "D"}));
    choose(1);
    choose(4, Qt::ControlModifier);
    QTest::keyClick(ledger_, Qt::Key_Delete);
    EXPECT_EQ(names(), (std::vector<std::string>{"Blue", "Wash"}));
    undo_all();
    EXPECT_EQ(painting().passes.size(), 2U);
}

TEST_F(LedgerTest, AGroupHasARowFoldsAndHasItsOwnSwitchAndStrength) {
    session().document.change("group", with_passes_grouped(painting(), {1, 2}, "Pair"));
    ASSERT_EQ(ledger_->model()->rowCount(), 6);
    EXPECT_EQ(row(2), "Pair");
    choose(2);
    EXPECT_EQ(session().outlook.chosen_group(), painting().groups[0].id);
    EXPECT_EQ(session().outlook.moment(), 3U) << "after its last pass";
    EXPECT_EQ(session().outlook.moment_before(), 1U);
    EXPECT_FALSE(session().outlook.chosen_pass()) << "no pass is changed by mistake";
    auto* strength = seen<BarSlider>("group_strength");
    QTest::mouseClick(strength, Qt::LeftButton, {},
                      {strength->width() / 2, strength->height() - 4});
    EXPECT_NEAR(painting().groups[0].strength, 0.5, 0.06);
    type("group_name", "Both");
    EXPECT_EQ(painting().groups[0].name, "Both");
    press("group_on");
    EXPECT_FALSE(painting().groups[0].on);
    QTest::keyClick(ledger_, Qt::Key_Space);
    EXPECT_TRUE(painting().groups[0].on) << "its passes are left as they were";
    EXPECT_TRUE(painting().passes[1].on);

    QTest::keyClick(ledger_, Qt::Key_Left);
    EXPECT_EQ(ledger_->model()->rowCount(), 4);
    EXPECT_EQ(row(3), "D");
    session().outlook.set_moment(2);
    EXPECT_EQ(ledger_->currentIndex().row(), 2) << "a pass within is where the group is";
    QTest::keyClick(ledger_, Qt::Key_Right);
    EXPECT_EQ(ledger_->model()->rowCount(), 6);
    choose(2);
    press("ungroup");
    EXPECT_TRUE(painting().groups.empty());
    EXPECT_EQ(ledger_->model()->rowCount(), 5);
    EXPECT_TRUE(session().outlook.chosen_pass());
}

TEST_F(LedgerTest, RowsAreDraggedIntoAGroupAndOutOfIt) {
    session().document.change("group", with_passes_grouped(painting(), {1, 2}, "Pair"));
    QAbstractItemModel& model = *ledger_->model();
    const auto move = [&](int row, int before) {
        const std::unique_ptr<QMimeData> data(model.mimeData({model.index(row, 0)}));
        EXPECT_FALSE(model.dropMimeData(data.get(), Qt::MoveAction, before, 0, {}))
            << "the view is to take no row away";
    };
    move(5, 3);  // D, right below the head of the group
    EXPECT_EQ(names(), (std::vector<std::string>{"Blue", "D", "Wash", "C"}));
    EXPECT_EQ(painting().passes[1].group, painting().groups[0].id);
    move(3, 1);  // and right below the seal
    EXPECT_EQ(names().front(), "D");
    EXPECT_EQ(painting().passes[0].group, kNoGroup);
    move(3, 6);  // the group as a whole, to the end
    EXPECT_EQ(names(), (std::vector<std::string>{"D", "Blue", "Wash", "C"}));
    undo_all();
    EXPECT_TRUE(painting().groups.empty());
}

// --- where it lands

TEST_F(PassesBenchTest, TheBandIsDraggedOnTheLadder) {
    press("page_reach");
    auto* ladder = seen<Ladder>("ladder");
    const int x = ladder->width() - 40;
    const auto y = [&](double step) { return static_cast<int>(std::lround(ladder->y_of(step))); };
    drag(ladder, {x, y(9)}, {x, y(6)});
    EXPECT_NEAR(chosen().reach.band.high, 6, 0.05);
    drag(ladder, {x, y(6.5)}, {x, y(8)});
    EXPECT_NEAR(chosen().reach.band.soft, 2, 0.06);
    drag(ladder, {x, y(1)}, {x, y(3)});
    EXPECT_NEAR(chosen().reach.band.low, 3, 0.05);
    const QString words = reach_in_words(painting(), chosen().reach);
    EXPECT_TRUE(words.startsWith("everything, 3")) << words.toStdString();
    trigger("undo");
    EXPECT_EQ(chosen().reach.band.low, 1) << "each drag is one step";
}

TEST_F(PassesBenchTest, WhereItLandsIsPaintedTakenOffOutlinedAndSnapped) {
    press("page_reach");
    EXPECT_FALSE(seen("pass_reach_everywhere")->isEnabled());
    press("paint_pass_reach");
    ASSERT_EQ(window_->canvas().tool(), Canvas::Tool::brush);
    drag_on_canvas({60, 60}, {140, 60});
    ASSERT_NE(chosen().reach.painted, nullptr);
    const auto covered = [&](int x, int y) {
        return testing::pixel(chosen().reach.painted->base(), x, y).r;
    };
    const float once = covered(100, 60);
    EXPECT_GT(once, 0.02F);
    EXPECT_EQ(covered(300, 200), 0);
    press("take_off_pass_reach");
    drag_on_canvas({60, 60}, {140, 60});
    EXPECT_LT(covered(100, 60), once);
    press("outline_reach");
    for (const QPointF corner : {QPointF(200, 100), {300, 100}, {300, 200}, {200, 200}})
        QTest::mouseClick(&window_->canvas(), Qt::LeftButton, {}, at(corner.x(), corner.y()));
    const std::size_t parts = painting().parts.size();
    QTest::keyClick(&window_->canvas(), Qt::Key_Return);
    settle();
    EXPECT_EQ(covered(250, 150), 1);
    EXPECT_EQ(painting().parts.size(), parts) << "no part was outlined";
    choose("snap_reach", "within 8 px");
    settle();
    EXPECT_GT(covered(250, 150), 0.9F);
    press("pass_reach_everywhere");
    EXPECT_EQ(chosen().reach.painted, nullptr);
}

TEST_F(PassesBenchTest, InvertedClippedAndShown) {
    choose("lands_on", "Left");
    press("page_reach");
    press("reach_inverted");
    EXPECT_TRUE(chosen().reach.inverted);
    press("pass_clipped");
    EXPECT_TRUE(chosen().clipped);
    press("show_reach");
    ASSERT_TRUE(wait([&] { return window_->canvas().shown_only() != nullptr; }));
    const Picture& veil = window_->canvas().shown_only()->base();
    EXPECT_EQ(testing::pixel(veil, veil.size().width / 4, 10).r, 0);
    EXPECT_EQ(testing::pixel(veil, veil.size().width * 3 / 4, 10).r, 1);
    press("page_source");
    EXPECT_EQ(window_->canvas().shown_only(), nullptr);
    session().outlook.set_moment(1);
    press("page_reach");
    EXPECT_FALSE(seen("pass_clipped")->isEnabled()) << "the first has nothing below it";
}

TEST_F(PassesBenchTest, AStrokeThatLeavesTheCanvasPaintsWhatIsInside) {
    trigger("lay_painted");
    press("paint_colour");
    QTest::mousePress(&window_->canvas(), Qt::LeftButton, {}, at(380, 280));
    QTest::mouseMove(&window_->canvas(), at(500, 400));
    QTest::mouseMove(&window_->canvas(), QPoint(-400, 9000));
    QTest::mouseRelease(&window_->canvas(), Qt::LeftButton, {}, QPoint(-400, 9000));
    settle();
    std::vector<float> alpha(400);
    source<Painted>().pixels->base().read_alpha(0, 285, alpha);
    EXPECT_GT(alpha[385], 0);
    EXPECT_EQ(alpha[20], 0);
}

// --- painted colour

TEST_F(PassesBenchTest, ColourIsPaintedErasedAndPicked) {
    trigger("lay_painted");
    press("paint_colour");
    const auto alpha = [&](int x, int y) {
        std::vector<float> row(400);
        source<Painted>().pixels->base().read_alpha(0, y, row);
        return row[static_cast<std::size_t>(x)];
    };
    drag_on_canvas({100, 150}, {200, 150});
    settle();
    const float laid = alpha(150, 150);
    EXPECT_GT(laid, 0.02F);
    EXPECT_EQ(alpha(150, 20), 0);
    const Rgb colour = window_->canvas().brush().brush().colour;
    EXPECT_NEAR(testing::pixel(source<Painted>().pixels->base(), 150, 150).r, colour.r, 2e-3);
    EXPECT_EQ(seen<ColourStrip>("colour_strip")->colours(), std::vector{colour}) << "used lately";
    ASSERT_TRUE(wait([&] {
        return seen<QLabel>("stroke_agreement")->text().startsWith("With the underpaint's");
    }));

    press("erase_colour");
    drag_on_canvas({100, 150}, {200, 150});
    EXPECT_LT(alpha(150, 150), laid);
    press("paint_colour");
    // C picks what is under the pointer.
    QTest::mouseMove(&window_->canvas(), at(300, 100));
    QTest::keyClick(&window_->canvas(), Qt::Key_C);
    const Rgb picked = window_->canvas().brush().brush().colour;
    EXPECT_NE(picked, colour);
    EXPECT_NEAR(qcolor(picked).red(), shown(300, 100).red(), 3);
    EXPECT_EQ(seen<ColourButton>("swatch")->colour(), picked);
    QTest::mouseClick(seen("colour_strip"), Qt::LeftButton, {}, {5, 5});
    EXPECT_EQ(window_->canvas().brush().brush().colour, colour);
    session().outlook.set_moment(1);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none) << "the brush was for that pass";
}

TEST_F(PassesBenchTest, TheBrushIsPutDownWhenAnotherPaintedPassIsChosen) {
    trigger("lay_painted");
    trigger("lay_painted");
    press("paint_colour");
    session().outlook.set_moment(3);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none) << "it was for the other";
    press("page_reach");
    press("paint_pass_reach");
    session().outlook.set_moment(4);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none);
    // And when the pass that it paints moves to another place.
    press("page_source");
    press("paint_colour");
    QTest::keyClick(seen<QListView>("ledger"), Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none);
}

TEST_F(PassesBenchTest, EachStrokeIsOneStepAndFollowsWhereAsked) {
    trigger("lay_painted");
    press("follow_strokes");
    press("paint_colour");
    EXPECT_GT(window_->canvas().brush().brush().stretch, 1);
    const Painting before = painting();
    drag_on_canvas({100, 100}, {120, 140});
    drag_on_canvas({200, 100}, {220, 140});
    trigger("undo");
    trigger("undo");
    EXPECT_EQ(painting(), before);
}

// --- gradients

TEST_F(PassesBenchTest, StopsAreAddedMovedRecolouredAndRemoved) {
    trigger("lay_gradient");
    settle();
    auto* plot = seen<GradientPlot>("gradient_plot");
    const std::size_t count = source<GradientMap>().stops.size();
    const QPoint second = plot->place_of(1).toPoint();
    drag(plot, second, second + QPoint(12, 30));
    const float moved = source<GradientMap>().stops[1].at;
    EXPECT_GT(moved, 0.42F);
    drag(plot, plot->place_of(1).toPoint(), {plot->width() + 50, 40});
    EXPECT_EQ(source<GradientMap>().stops[1].at, source<GradientMap>().stops[2].at)
        << "no stop passes another";
    trigger("undo");
    type("stop_value", "5.5");
    EXPECT_NEAR(1 + 8 * source<GradientMap>().stops[1].at, 5.5, 1e-5);
    QTest::keyClick(plot, Qt::Key_Insert);
    ASSERT_EQ(source<GradientMap>().stops.size(), count + 1);
    auto* swatch = seen<ColourButton>("swatch");
    QGuiApplication::clipboard()->setText(QStringLiteral("#ff0000"));
    QTest::keyClick(swatch, Qt::Key_V, Qt::ControlModifier);
    EXPECT_EQ(source<GradientMap>().stops[2].colour, (Rgb{1, 0, 0})) << "the new one is chosen";
    QTest::keyClick(plot, Qt::Key_Delete);
    EXPECT_EQ(source<GradientMap>().stops.size(), count);
    for (int i = 0; i < 9; ++i) QTest::keyClick(plot, Qt::Key_Delete);
    EXPECT_EQ(source<GradientMap>().stops.size(), 1U) << "one stays";
    EXPECT_FALSE(seen("remove_stop")->isEnabled());
}

TEST_F(PassesBenchTest, StopsAndMiddlesStandOnTheLadder) {
    trigger("lay_gradient");
    settle();
    auto* ladder = seen<Ladder>("ladder");
    const int x = ladder->width() - 20;
    const auto y = [&](double step) { return static_cast<int>(std::lround(ladder->y_of(step))); };
    const auto step = [&](std::size_t stop) {
        return 1 + 8 * static_cast<double>(source<GradientMap>().stops[stop].at);
    };
    drag(ladder, {x, y(step(1))}, {x, y(3.5)});
    EXPECT_NEAR(step(1), 3.5, 0.05);
    const double middle = (step(1) + step(2)) / 2;
    drag(ladder, {x, y(middle)}, {x, y(middle + 0.8)});
    EXPECT_GT(source<GradientMap>().stops[1].middle, 0.6F);
    const std::size_t count = source<GradientMap>().stops.size();
    QTest::mouseDClick(ladder, Qt::LeftButton, {}, {x, y(5.6)});
    EXPECT_EQ(source<GradientMap>().stops.size(), count + 1);
    QTest::keyClick(ladder, Qt::Key_Down);
    QTest::keyClick(ladder, Qt::Key_Delete);
    EXPECT_EQ(source<GradientMap>().stops.size(), count);
}

TEST_F(PassesBenchTest, AMapIsMatchedSetNeutralReadFromAPictureSavedAndOpened) {
    trigger("lay_gradient");
    settle();
    session().document.change("other", [&] {
        Pass pass = chosen();
        std::get<GradientMap>(pass.source).stops = {{0.2F, {0.8F, 0.2F, 0.1F}},
                                                    {0.8F, {0.2F, 0.2F, 0.4F}}};
        pass.blend = BlendMode::overlay;
        return with_changed_pass(painting(), 2, pass);
    }());
    press("neutral_end");
    EXPECT_TRUE(source<GradientMap>().stops[0].colour == grey(0.5F) ||
                source<GradientMap>().stops[1].colour == grey(0.5F));
    press("match_stops");
    EXPECT_NEAR(read(Reader::lightness, source<GradientMap>().stops[0].colour), 20, 0.1);
    choose("map_mixes", "sRGB");
    EXPECT_EQ(source<GradientMap>().mixing, Mixing::encoded);
    choose("map_reads", "below");
    EXPECT_EQ(source<GradientMap>().of, MapOf::below);

    const GradientMap saved = source<GradientMap>();
    picked_ = folder_ / "dusk";
    trigger("save_gradient");
    EXPECT_EQ(proposed_.filename(), "Gradient map.svg");
    ASSERT_TRUE(std::filesystem::exists(folder_ / "dusk.svg"));
    ASSERT_TRUE(save_png(folder_ / "still.png", testing::ramp({80, 60})));
    picked_ = folder_ / "still.png";
    press("stops_from_picture");
    EXPECT_EQ(source<GradientMap>().stops.size(), 9U) << "a ramp has every step";
    picked_ = folder_ / "dusk.svg";
    trigger("open_gradient");
    EXPECT_EQ(source<GradientMap>(), saved);
    std::ofstream(folder_ / "bad.svg") << "<svg><linearGradient/></svg>";
    picked_ = folder_ / "bad.svg";
    trigger("open_gradient");
    EXPECT_TRUE(seen<QLabel>("gradient_trouble")->text().contains("no linearGradient"));
    EXPECT_EQ(source<GradientMap>(), saved);
}

// --- curves

TEST_F(PassesBenchTest, CurvesAreBentByChannelTypedAndToned) {
    trigger("lay_curve");
    settle();
    auto* plot = seen<CurvePlot>("curve_plot");
    QTest::mouseDClick(plot, Qt::LeftButton, {}, {plot->width() / 2, plot->height() / 3});
    ASSERT_EQ(source<Curve>().all.size(), 3U);
    EXPECT_TRUE(source<Curve>().red.empty());
    type("curve_out", "4");
    EXPECT_NEAR(read(Reader::lightness, grey(source<Curve>().all[1].out)), 37.5, 0.1);
    press("channel_b");
    QTest::keyClick(plot, Qt::Key_Right);
    QTest::keyClick(plot, Qt::Key_Down);
    EXPECT_LT(source<Curve>().blue.back().out, 1);
    press("straighten");
    EXPECT_TRUE(source<Curve>().blue.empty());
    EXPECT_EQ(source<Curve>().all.size(), 3U) << "the others stay";
    press("set_tone");
    EXPECT_EQ(source<Curve>().blue.size(), 4U);
    EXPECT_EQ(source<Curve>().all.size(), 3U);
}

// --- what lies somewhere

TEST_F(PassesBenchTest, AGlowIsDraggedByItsMiddleAndRim) {
    trigger("lay_glow");
    settle();
    const Glow was = source<Glow>();
    drag_on_canvas({was.centre.x, was.centre.y}, {100, 90});
    EXPECT_NEAR(source<Glow>().centre.x, 100, 2);
    EXPECT_NEAR(source<Glow>().centre.y, 90, 2);
    const double rim = source<Glow>().centre.x + static_cast<double>(source<Glow>().radius);
    drag_on_canvas({rim, source<Glow>().centre.y}, {rim + 40, source<Glow>().centre.y});
    EXPECT_NEAR(source<Glow>().radius, was.radius + 40, 3);
    session().outlook.set_moment(1);
    EXPECT_TRUE(window_->canvas().handles().shape().empty());
    window_->show_bench("values");
    session().outlook.set_moment(3);
    EXPECT_TRUE(window_->canvas().handles().shape().empty()) << "not on another bench";
    window_->show_bench("passes");
    EXPECT_FALSE(window_->canvas().handles().shape().empty());
}

TEST_F(PassesBenchTest, APictureIsScaledAboutTheOppositeCornerMovedAndTurned) {
    ASSERT_TRUE(save_png(folder_ / "still.png", testing::ramp({100, 60})));
    picked_ = folder_ / "still.png";
    trigger("lay_picture");
    settle();
    press("placed_inside");
    const Placement was = source<Placed>().placement;
    EXPECT_NEAR(was.scale, 4, 1e-6);
    const QPointF corner(was.x + 400, was.y + 240);
    drag_on_canvas(corner, {corner.x() - 200, corner.y() - 120});
    EXPECT_NEAR(source<Placed>().placement.scale, 2, 0.05);
    EXPECT_NEAR(source<Placed>().placement.x, was.x, 1e-6) << "its other corner stays";
    drag_on_canvas({100, 100}, {150, 130});
    EXPECT_NEAR(source<Placed>().placement.x, was.x + 50, 2);
    press("placed_turn");
    press("placed_mirror");
    EXPECT_EQ(source<Placed>().placement.quarter_turns, 1);
    EXPECT_TRUE(source<Placed>().placement.mirrored);
    press("placed_cover");
    EXPECT_NEAR(source<Placed>().placement.scale, 400 / 60.0, 1e-6);
}

TEST_F(PassesBenchTest, AnotherSeedIsAnotherGrain) {
    trigger("lay_grain");
    settle();
    press("another_grain");
    EXPECT_EQ(source<Grain>().seed, 2U);
    auto* seed = seen<QSpinBox>("grain_seed");
    seed->setValue(77);
    EXPECT_EQ(source<Grain>().seed, 77U);
}

TEST_F(PassesBenchTest, AllColoursAreTunedAsOneStep) {
    trigger("lay_gradient");
    settle();
    const Painting before = painting();
    auto* hue = seen<BarSlider>("tune_hue");
    QTest::mousePress(hue, Qt::LeftButton, {}, {hue->width() / 2, hue->height() - 4});
    for (int x = 0; x < 30; x += 5)
        QTest::mouseMove(hue, {hue->width() / 2 + x, hue->height() - 4});
    QTest::mouseRelease(hue, Qt::LeftButton, {}, {hue->width() / 2 + 30, hue->height() - 4});
    EXPECT_GT(chosen().tune.hue, 10);
    EXPECT_EQ(source<GradientMap>(), std::get<GradientMap>(before.passes[2].source))
        << "the stops are kept";
    trigger("undo");
    EXPECT_EQ(painting(), before);
    trigger("lay_curve");
    EXPECT_FALSE(find("tune_hue")->isVisible()) << "curves have no colours of their own";
}

// --- merged, and brought back

TEST_F(PassesBenchTest, AMergedCopyIsPaintedOverAndBroughtBackAsAPass) {
    const Painting before = painting();
    picked_ = folder_ / "merged";
    trigger("merged_copy");
    ASSERT_TRUE(wait([&] { return !window_->files().saving(); }));
    EXPECT_EQ(painting(), before) << "the painting stays as it is";
    const auto copy = open_painting(folder_ / "merged.ora", "2026-01-01");
    ASSERT_TRUE(copy);
    ASSERT_EQ(copy->painting.passes.size(), 3U);
    EXPECT_EQ(copy->painting.passes.back().name, "Merged");
    // Somebody paints a dark patch over the merged picture.
    const auto finished = read_finished(folder_ / "merged.ora");
    ASSERT_TRUE(finished);
    Picture over = finished->picture;
    const std::vector<float> dark(100, 0.05F);
    for (int y = 50; y < 150; ++y)
        for (int c = 0; c < 3; ++c) over.write_channel(c, 50, y, dark);
    ASSERT_TRUE(save_png(folder_ / "over.png", over));
    picked_ = folder_ / "over.png";
    trigger("lay_painted_over");
    settle();
    ASSERT_EQ(painting().passes.size(), 3U);
    EXPECT_EQ(chosen().name, "Painted over");
    const auto& figures = *window_->meters().passes.audit();
    EXPECT_GT(figures.passes[2].value.own.max, 1) << "the patch is measured";
    EXPECT_LT(figures.passes[2].value.own.p95, 3);
    // One of another shape is not laid.
    ASSERT_TRUE(save_png(folder_ / "tall.png", testing::ramp({60, 90})));
    picked_ = folder_ / "tall.png";
    trigger("lay_painted_over");
    ASSERT_TRUE(wait([&] { return find("lay_trouble")->isVisible(); }));
    EXPECT_TRUE(seen<QLabel>("lay_trouble")->text().contains("not of the same shape"));
    EXPECT_EQ(painting().passes.size(), 3U);
}

TEST_F(PassesBenchTest, TheSheetHasTheSamePlaceForEveryPass) {
    const auto place = [&] {
        QCoreApplication::processEvents();
        auto* name = seen("pass_name");
        return name->mapTo(window_.get(), QPoint(0, 0));
    };
    const QPoint was = place();
    for (const char* way : {"lay_gradient", "lay_curve", "lay_painted", "lay_glow"}) {
        trigger(way);
        settle();
        EXPECT_EQ(place(), was) << way;
    }
}

}  // namespace
}  // namespace underpaint
