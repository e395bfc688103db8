// SPDX-License-Identifier: GPL-3.0-or-later
// The pages of sources in the sheet: gradients, curves, and what lies somewhere.
#include <QClipboard>
#include <QSpinBox>

#include "desk/kit/bar_slider.h"
#include "desk/kit/colour_button.h"
#include "desk/panes/ladder.h"
#include "desk/passes/editors/curve_plot.h"
#include "desk/passes/editors/gradient_plot.h"
#include "files/svg_gradient.h"
#include "support/passes_bench_fixture.h"

namespace underpaint {
namespace {

using testing::PassesBenchTest;

// --- gradients

TEST_F(PassesBenchTest, StopsAreAddedMovedRecolouredAndRemoved) {
    trigger("lay_gradient-map");
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
    trigger("lay_gradient-map");
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
    trigger("lay_gradient-map");
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
    trigger("lay_gradient-map");
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

}  // namespace
}  // namespace underpaint
