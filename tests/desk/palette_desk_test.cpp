// SPDX-License-Identifier: GPL-3.0-or-later
// The Palette bench, as a painter works on it.
#include <QClipboard>
#include <cmath>

#include "colour/ciede2000.h"
#include "colour/intensity.h"
#include "colour/srgb.h"
#include "colour/value_scale.h"
#include "desk/kit/bar_slider.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/colour_strip.h"
#include "desk/palette/forecast_table.h"
#include "desk/palette/hue_disc.h"
#include "desk/palette/palette_list.h"
#include "desk/palette/plan_list.h"
#include "desk/palette/tubes_page.h"
#include "files/disk.h"
#include "files/openraster.h"
#include "files/palette_library.h"
#include "files/png.h"
#include "painting/changes.h"
#include "palette/mixing.h"
#include "palette/mother.h"
#include "palette/tubes.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

const Rgb kDuskBlue{0.3F, 0.4F, 0.62F}, kGlow{0.8F, 0.5F, 0.3F}, kNightSlate{0.12F, 0.17F, 0.28F};

class PaletteDesk : public testing::DeskTest {
protected:
    /// A sealed ramp in two parts with a palette of three colours, on the Palette bench.
    void begin_with_palette() {
        const Size size{240, 120};
        Painting painting = testing::sealed(testing::ramp(size));
        for (const auto& [name, top] : {std::pair("Sky", 0), {"Ground", 60}}) {
            Picture mask(size, Channels::grey, Depth::bits8);
            const std::vector<float> ones(240, 1);
            for (int y = top; y < top + 60; ++y) mask.write_channel(0, 0, y, ones);
            painting = with_part(std::move(painting), name, share(std::move(mask)));
        }
        Palette palette;
        palette.colours = {{1, "Blue", kDuskBlue, "", {}, false},
                           {2, "Orange", kGlow, "", {}, false},
                           {3, "Slate", kNightSlate, "", {}, false}};
        begin(with_palette(std::move(painting), palette));
        window_->show_bench("palette");
        all_there();
    }
    void all_there() const {
        ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    }
    HueDisc& disc() const { return *find<HueDisc>("hue_disc"); }
    ForecastTable& table() const { return *find<ForecastTable>("forecast_table"); }
    PaletteList& list() const { return *find<PaletteList>("palette_list"); }
    const Palette& palette() const { return painting().palette; }
    QPoint place_of(Rgb colour) const {
        const OkLch at = oklch(oklab(decode(colour)));
        return disc().place_of(at.h, at.c).toPoint();
    }
    /// An entry of a button's menu, or of a menu in it.
    void pick(const char* button, const QString& label, const QString& inner = {}) const {
        QMenu* menu = find<QPushButton>(button)->menu();
        emit menu->aboutToShow();
        for (QAction* action : menu->actions()) {
            if (action->text() != label) continue;
            if (inner.isEmpty()) return action->trigger();
            for (QAction* within : action->menu()->actions())
                if (within->text() == inner) return within->trigger();
        }
        ADD_FAILURE() << "no entry " << label.toStdString() << " " << inner.toStdString();
    }
};

double step_is(Rgb colour) {
    return static_cast<double>(step_of(read(Reader::lightness, colour)));
}

TEST_F(PaletteDesk, IsTheFourthBenchAndTakesColoursFromThePainting) {
    begin(testing::slipping_painting());
    QTest::keyClick(window_.get(), Qt::Key_4);
    EXPECT_STREQ(window_->bench().text().id, "palette");
    all_there();
    pick("take_colours", "The painting", "5 colours");
    ASSERT_TRUE(wait([&] { return !palette().colours.empty(); }));
    EXPECT_LE(palette().colours.size(), 5U);
    EXPECT_EQ(palette().colours.front().from, "from the painting");
    all_there();
    EXPECT_EQ(table().rows().size(), palette().colours.size());
    const std::size_t taken = palette().colours.size();
    trigger("undo");
    EXPECT_TRUE(palette().colours.empty()) << "one step for " << taken;
}

TEST_F(PaletteDesk, ADiscIsDraggedAndKeepsItsStep) {
    begin_with_palette();
    const double step = step_is(kGlow);
    const QPoint from = place_of(kGlow), to = from + QPoint(20, 40);
    QTest::mousePress(&disc(), Qt::LeftButton, {}, from);
    for (int i = 1; i <= 8; ++i) QTest::mouseMove(&disc(), from + (to - from) * i / 8);
    QTest::mouseRelease(&disc(), Qt::LeftButton, {}, to);
    const Rgb moved = palette().colours[1].colour;
    EXPECT_GT(ciede2000(lab(moved), lab(kGlow)), 3);
    EXPECT_NEAR(step_is(moved), step, 0.02);
    trigger("undo");
    EXPECT_EQ(palette().colours[1].colour, kGlow) << "the drag is one step";
    // With Shift the step alone.
    QTest::mousePress(&disc(), Qt::LeftButton, {}, from);
    QTest::mouseMove(&disc(), from + QPoint(0, -10));
    QMouseEvent higher(QEvent::MouseMove, from + QPointF(0, -30), disc().mapToGlobal(from),
                       Qt::LeftButton, Qt::LeftButton, Qt::ShiftModifier);
    QApplication::sendEvent(&disc(), &higher);
    QTest::mouseRelease(&disc(), Qt::LeftButton, {}, from + QPoint(0, -30));
    EXPECT_GT(step_is(palette().colours[1].colour), step + 0.3);
}

TEST_F(PaletteDesk, AClickOnADiscChoosesAndMovesNothing) {
    begin_with_palette();
    const Painting before = painting();
    QTest::mouseClick(&disc(), Qt::LeftButton, {}, place_of(kNightSlate));
    EXPECT_EQ(painting(), before);
    EXPECT_EQ(table().chosen()->name, "Slate");
    QTest::keyClick(&disc(), Qt::Key_PageUp);
    EXPECT_EQ(table().chosen()->name, "Orange");
}

TEST_F(PaletteDesk, KeysTurnStrengthenAndLighten) {
    begin_with_palette();
    disc().setFocus();
    const OkLch was = oklch(oklab(decode(kDuskBlue)));
    QTest::keyClick(&disc(), Qt::Key_Left);
    EXPECT_NEAR(oklch(oklab(decode(palette().colours[0].colour))).h, was.h + 2, 0.3);
    QTest::keyClick(&disc(), Qt::Key_Up);
    EXPECT_GT(oklch(oklab(decode(palette().colours[0].colour))).c, was.c + 0.005);
    const double step = step_is(palette().colours[0].colour);
    QTest::keyClick(&disc(), Qt::Key_Up, Qt::ShiftModifier);
    EXPECT_NEAR(step_is(palette().colours[0].colour), step + 0.1, 0.02);
}

TEST_F(PaletteDesk, ColoursAreRenamedMovedDuplicatedAndDeleted) {
    begin_with_palette();
    list().setFocus();
    QTest::keyClick(&list(), Qt::Key_F2);
    auto* name = find<QLineEdit>("palette_name");
    QTest::keyClicks(name, "Dusk");
    QTest::keyClick(name, Qt::Key_Return);
    EXPECT_EQ(palette().colours[0].name, "Dusk");
    QTest::keyClick(&list(), Qt::Key_Down, Qt::AltModifier);
    EXPECT_EQ(palette().colours[1].name, "Dusk");
    QTest::keyClick(&list(), Qt::Key_Delete);
    EXPECT_EQ(palette().colours.size(), 2U);
    click("add_colour");
    EXPECT_EQ(palette().colours.size(), 3U);
    for (int i = 0; i < 3; ++i) trigger("undo");
    EXPECT_EQ(palette().colours[0].name, "Dusk");
    EXPECT_EQ(palette().colours.size(), 3U);
}

TEST_F(PaletteDesk, AnOppositeIsAGhostUntilItIsAdded) {
    begin_with_palette();
    const Painting before = painting();
    pick("wheel", "light");
    pick("opposite", "Opposite");
    EXPECT_EQ(painting(), before) << "nothing is added yet";
    ASSERT_EQ(table().rows().size(), 4U);
    EXPECT_TRUE(table().rows().back().ghost);
    click("add_ghosts");
    ASSERT_EQ(palette().colours.size(), 4U);
    const Rgb added = palette().colours.back().colour;
    EXPECT_NEAR(step_is(added), step_is(kDuskBlue), 0.02);
    // As light: some of both makes a neutral.
    const LinearRgb a = decode(kDuskBlue), b = decode(added);
    const float amount = (a.r - a.g) / (b.g - b.r);
    EXPECT_NEAR((a.b + amount * b.b) / (a.r + amount * b.r), 1, 0.02);
    pick("opposite", "Triad");
    click("drop_ghosts");
    EXPECT_EQ(palette().colours.size(), 4U);
}

TEST_F(PaletteDesk, TheMotherIsMixedIntoAllOthersAndColoursStayAsChosen) {
    begin_with_palette();
    pick("mother", "Slate");
    auto* share = find<BarSlider>("mother_share");
    ASSERT_TRUE(share->isEnabled());
    share->setFocus();
    for (int i = 0; i < 5; ++i) QTest::keyClick(share, Qt::Key_Right);
    EXPECT_NEAR(palette().mother->share, 0.20, 0.005);
    EXPECT_EQ(palette().colours[1].colour, kGlow);
    all_there();
    EXPECT_EQ(table().rows()[1].laid.colour,
              with_mother(kGlow, kNightSlate, palette().mother->share, MixAs::light));
    pick("mother", "No mother");
    EXPECT_FALSE(palette().mother);
    EXPECT_EQ(table().rows()[1].laid.colour, kGlow);
}

TEST_F(PaletteDesk, WhatTheTableSaysIsWhatTheLedgerMeasuresOnceItIsLaid) {
    begin_with_palette();
    pick("forecast_blend", "multiply");
    pick("forecast_strength", "60%");
    all_there();
    QTest::mouseClick(&table(), Qt::LeftButton, {}, QPoint(60, 20 + 21 + 10));
    const auto row = table().chosen();
    ASSERT_EQ(row->name, "Orange");
    EXPECT_GT(row->forecast.p95, 0.3);
    QTest::keyClick(&table(), Qt::Key_Return);
    ASSERT_EQ(painting().passes.size(), 1U);
    const Pass& laid = painting().passes.front();
    EXPECT_EQ(laid.blend, BlendMode::multiply);
    EXPECT_FLOAT_EQ(laid.strength, 0.6F);
    window_->show_bench("passes");
    settle();
    const auto& audit = window_->meters().passes.audit();
    ASSERT_TRUE(audit);
    EXPECT_NEAR(audit->passes.front().value.own.p95, row->forecast.p95, 0.005);
}

TEST_F(PaletteDesk, APartOfThePictureIsForecastAndReached) {
    begin_with_palette();
    pick("forecast_over", "Sky, sealed");
    all_there();
    click("lay_forecast");
    ASSERT_EQ(painting().passes.size(), 1U);
    EXPECT_EQ(painting().passes.front().reach.parts, (std::vector<PartId>{1}));
    pick("forecast_over", "the picture now");
    all_there();
    EXPECT_FALSE(table().rows().empty());
}

TEST_F(PaletteDesk, OverThePictureAsItIsTheTableFollowsBesideTheInterface) {
    begin_with_palette();
    click("lay_forecast");
    pick("forecast_over", "the picture now");
    all_there();
    ASSERT_EQ(table().rows().size(), 3U);
    pick("forecast_blend", "multiply");
    all_there();
    const double said = table().rows()[1].forecast.p95;
    QTest::mouseClick(&table(), Qt::LeftButton, {}, QPoint(60, 20 + 21 + 10));
    QTest::keyClick(&table(), Qt::Key_Return);
    ASSERT_EQ(painting().passes.size(), 2U);
    window_->show_bench("passes");
    settle();
    EXPECT_NEAR(window_->meters().passes.audit()->passes.back().value.own.p95, said, 0.02);
}

TEST_F(PaletteDesk, AllBlendsSayWhatEachNeedsForTheColourToComeOut) {
    begin_with_palette();
    click("all_blends");
    ASSERT_EQ(table().rows().size(), kBlendModes);
    pick("wanted_step", "7");
    const auto multiply = table().rows()[static_cast<std::size_t>(BlendMode::multiply)];
    ASSERT_TRUE(multiply.needed);
    const Rgb over = grey(encoded_grey_of(lightness_of_step(7)));
    EXPECT_LT(ciede2000(lab(lay({BlendMode::multiply, 0}, over, multiply.needed->source, 1)),
                        lab(kDuskBlue)),
              1);
    QTest::keyClick(&table(), Qt::Key_Down);
    QTest::keyClick(&table(), Qt::Key_Return);
    ASSERT_EQ(painting().passes.size(), 1U);
    EXPECT_EQ(painting().passes.front().blend, BlendMode::multiply);
    EXPECT_EQ(painting().passes.front().source, Source(Tint{multiply.needed->source}));
}

TEST_F(PaletteDesk, ThePlanIsSuggestedLaidAndLaidAgainInItsPlace) {
    begin_with_palette();
    click("suggest_plan");
    EXPECT_EQ(painting().colour_plan.parts.size(), 2U);
    all_there();
    EXPECT_TRUE(find<QLabel>("plan_outcome")->text().startsWith("2 of 2 parts planned."))
        << find<QLabel>("plan_outcome")->text().toStdString();
    click("lay_plan");
    ASSERT_EQ(painting().passes.size(), 2U);
    ASSERT_EQ(painting().groups.size(), 1U);
    EXPECT_EQ(painting().groups.front().name, "Colour plan");
    // Changed and laid again: still two passes, in their place.
    auto* plan = find<PlanList>("plan_list");
    plan->setFocus();
    QTest::keyClick(plan, Qt::Key_Delete);
    EXPECT_FALSE(painting().colour_plan.parts.at(1).tones[0]);
    all_there();
    const Pass before = painting().passes.front();
    click("lay_plan");
    ASSERT_EQ(painting().passes.size(), 2U);
    EXPECT_NE(painting().passes.front(), before);
    window_->show_bench("passes");
    settle();
    EXPECT_LT(window_->meters().passes.audit()->passes.back().value.running.p95, 0.01);
    // Reopened it is all there.
    ASSERT_TRUE(save_painting(folder_ / "planned.ora", painting()));
    const auto opened = open_painting(folder_ / "planned.ora", "2026-11-24");
    ASSERT_TRUE(opened);
    EXPECT_EQ(opened->painting.palette, palette());
    EXPECT_EQ(opened->painting.colour_plan, painting().colour_plan);
}

TEST_F(PaletteDesk, PassesThatTookAColourFollowItWhenAskedTo) {
    begin_with_palette();
    click("lay_forecast");
    ASSERT_EQ(painting().passes.size(), 1U);
    EXPECT_FALSE(find("followers")->isVisible());
    disc().setFocus();
    for (int i = 0; i < 6; ++i) QTest::keyClick(&disc(), Qt::Key_Left);
    EXPECT_TRUE(find("followers")->isVisible());
    EXPECT_EQ(std::get<Tint>(painting().passes[0].source).colour, kDuskBlue);
    click("let_follow");
    EXPECT_EQ(std::get<Tint>(painting().passes[0].source).colour, palette().colours[0].colour);
    EXPECT_FALSE(find("followers")->isVisible());
    disc().setFocus();
    QTest::keyClick(&disc(), Qt::Key_Right);
    ASSERT_TRUE(find("followers")->isVisible());
    click("let_stay");
    EXPECT_FALSE(find("followers")->isVisible());
    EXPECT_NE(std::get<Tint>(painting().passes[0].source).colour, palette().colours[0].colour);
    for (int i = 0; i < 2; ++i) trigger("undo");
    EXPECT_EQ(std::get<Tint>(painting().passes[0].source).colour, kDuskBlue);
}

TEST_F(PaletteDesk, OtherBenchesOfferThePaletteByName) {
    begin_with_palette();
    click("lay_forecast");
    window_->show_bench("passes");
    settle();
    auto* swatch = find<QPushButton>("swatch");
    QTest::mouseClick(swatch, Qt::LeftButton);
    auto* offered = find<ColourStrip>("offered_colours");
    ASSERT_EQ(offered->colours().size(), 3U);
    emit offered->taken(offered->colours()[1]);
    EXPECT_EQ(std::get<Tint>(painting().passes[0].source).colour, kGlow);
}

TEST_F(PaletteDesk, AMenuThatIsOpenedAgainLeavesNothingBehind) {
    begin_with_palette();
    const auto open_all = [&] {
        for (const char* button : {"take_colours", "opposite", "mix", "mother", "mother_as",
                                   "palette_file", "tune_plan", "forecast_over", "add_tube"})
            emit find<QPushButton>(button)->menu()->aboutToShow();
        return window_->findChildren<QAction*>().size();
    };
    const auto once = open_all();
    for (int i = 0; i < 5; ++i) open_all();
    EXPECT_EQ(open_all(), once);
}

TEST_F(PaletteDesk, FilesAreSavedOpenedAndRefusedWithASentence) {
    begin_with_palette();
    picked_ = folder_ / "mine.json";
    pick("palette_file", "Save as design tokens…");
    ASSERT_TRUE(stamp_of(folder_ / "mine.json"));
    picked_ = folder_ / "mine.json";
    pick("palette_file", "Open a palette…");
    EXPECT_EQ(palette().colours.size(), 6U);
    EXPECT_EQ(palette().colours[4].name, "Orange");
    testing::write_text(folder_ / "bad.json", "{\"nothing\": true}");
    const Painting before = painting();
    picked_ = folder_ / "bad.json";
    pick("palette_file", "Open a palette…");
    EXPECT_EQ(painting(), before);
    EXPECT_TRUE(find<QLabel>("palette_hint")->text().contains("no colour token"));
    // A full palette takes no more, and says so.
    for (int i = 0; i < 20; ++i) {
        picked_ = folder_ / "mine.json";
        pick("palette_file", "Open a palette…");
    }
    EXPECT_EQ(palette().colours.size(), kMostColours);
}

TEST_F(PaletteDesk, OnesOwnPalettesAreKeptAcrossPaintings) {
    begin_with_palette();
    const PaletteLibrary library(folder_ / "palettes");
    ASSERT_TRUE(library.keep("Dusk / night", palette()));
    ASSERT_EQ(library.palettes().size(), 1U);
    // What others put into the file rides along when it is kept again.
    const auto path = library.palettes().front();
    std::string text = testing::read_text(path);
    text.insert(text.find('{') + 1, "\"theirs\": {\"$value\": 3},");
    testing::write_text(path, text);
    Palette fewer = palette();
    fewer.colours.pop_back();
    ASSERT_TRUE(library.keep("Dusk / night", fewer));
    EXPECT_EQ(open_palette(path)->colours.size(), 2U);
    EXPECT_NE(testing::read_text(path).find("\"theirs\""), std::string::npos);
}

TEST_F(PaletteDesk, TubesGiveTheChosenColourItsRecipe) {
    begin_with_palette();
    click("palette_tubes");
    pick("add_tube", "Warm blue");
    pick("add_tube", "Burnt earth");
    ASSERT_EQ(palette().tubes.tubes.size(), 2U);
    EXPECT_TRUE(palette().tubes.white) << "white comes with the first";
    all_there();
    auto* page = find<TubesPage>("tubes_page");
    ASSERT_TRUE(page->recipe());
    EXPECT_EQ(page->recipe()->parts.size(), 3U);
    EXPECT_TRUE(find<QLabel>("recipe")->text().contains("Blue: "));
    ASSERT_TRUE(page->beyond());
    // Without white the greys of the ramp lie farther off.
    const double with_white = *page->beyond();
    click("tube_white");
    all_there();
    EXPECT_GT(*page->beyond(), with_white);
    QTest::mouseClick(page, Qt::LeftButton, {}, QPoint(20, 44));
    EXPECT_EQ(palette().tubes.tubes.size(), 1U);
    trigger("undo");
    EXPECT_EQ(palette().tubes.tubes.size(), 2U);
}

TEST_F(PaletteDesk, AToneOfThePlanTakesAColourOfThePaletteOrItsOwn) {
    begin_with_palette();
    auto* plan = find<PlanList>("plan_list");
    plan->setFocus();
    const auto pick_in_menu = [&](const QString& label) {
        QTest::keyClick(plan, Qt::Key_Space);
        auto* menu = find<QMenu>("plan_menu");
        for (QAction* action : menu->actions())
            if (action->text() == label) action->trigger();
        menu->close();
        QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
    };
    pick_in_menu("Slate");
    EXPECT_EQ(painting().colour_plan.parts.at(1).tones[0], PlannedColour(ColourId{3}));
    QTest::keyClick(plan, Qt::Key_Right);
    QTest::keyClick(plan, Qt::Key_Down);
    pick_in_menu("A colour of its own…");
    auto* sheet = find<ColourSheet>("plan_sheet");
    emit sheet->picked(Rgb{0.2F, 0.4F, 0.3F});
    emit sheet->released();
    sheet->close();
    EXPECT_EQ(painting().colour_plan.parts.at(2).tones[1], PlannedColour(Rgb{0.2F, 0.4F, 0.3F}));
    trigger("undo");
    EXPECT_FALSE(painting().colour_plan.parts.contains(2));
}

TEST_F(PaletteDesk, AllPlannedColoursAreTurnedOrMadeQuieterAtOnce) {
    begin_with_palette();
    click("suggest_plan");
    all_there();
    const auto colour_of = [&](PartId part) {
        return *effective(palette(), *painting().colour_plan.parts.at(part).tones[2]);
    };
    const OkLch was = oklch(oklab(decode(colour_of(1))));
    pick("tune_plan", "Turn hues", "by +30°");
    EXPECT_NEAR(std::fmod(oklch(oklab(decode(colour_of(1)))).h - was.h + 720, 360), 30, 2);
    pick("tune_plan", "Intensity", "half");
    EXPECT_NEAR(oklch(oklab(decode(colour_of(1)))).c, was.c / 2, 0.01);
    EXPECT_EQ(palette().colours[0].colour, kDuskBlue) << "the palette stays";
    for (int i = 0; i < 2; ++i) trigger("undo");
    EXPECT_EQ(oklch(oklab(decode(colour_of(1)))).h, was.h);
}

TEST_F(PaletteDesk, TheMixingTableIsSavedAsPagePictureOrVectors) {
    begin_with_palette();
    for (const auto& [name, label, begins] : {std::tuple("t.pdf", "as a page (PDF)…", "%PDF"),
                                              {"t.png", "as a picture (PNG)…", "\x89PNG"},
                                              {"t.svg", "as vectors (SVG)…", "<?xml"}}) {
        picked_ = folder_ / name;
        pick("palette_file", "Save the mixing table", label);
        EXPECT_TRUE(testing::read_text(folder_ / name).starts_with(begins)) << name;
    }
    picked_ = "/proc/t.png";
    pick("palette_file", "Save the mixing table", "as a picture (PNG)…");
}

TEST_F(PaletteDesk, AColourIsTypedInOklch) {
    const auto typed = colour_from_text("oklch(62% 0.11 57)");
    ASSERT_TRUE(typed);
    const OkLch is = oklch(oklab(decode(*typed)));
    EXPECT_NEAR(is.l, 0.62, 0.005);
    EXPECT_NEAR(is.c, 0.11, 0.005);
    EXPECT_NEAR(is.h, 57, 1.5);
    EXPECT_TRUE(colour_from_text("OKLCH(0.5 9 -300deg)")) << "what sRGB has of it";
    for (const char* none : {"oklch()", "oklch(1 2)", "oklch(a b c)", "oklch(.5.5.5 1 1 1)"})
        EXPECT_FALSE(colour_from_text(none)) << none;
}

TEST_F(PaletteDesk, TheFewestTubesForThePictureAreFound) {
    // A picture mixed from two of the generic tubes and white.
    const Size size{200, 100};
    const Tube &yellow = generic_tubes()[0], &blue = generic_tubes()[7];
    Picture mixed_picture(size, Channels::rgb, Depth::bits16);
    RgbBlock pixels(rect_of(size));
    for (int y = 0; y < size.height; ++y)
        for (std::size_t x = 0; x < 200; ++x) {
            // In twentieths, half of them white in the lower half.
            const auto parts = static_cast<double>(x / 20);
            const double white = y < 50 ? 0 : 10;
            const std::array paints{PaintPart{solved_reflectance(yellow.colour),
                                              (white > 0 ? 1 : 2) * parts * yellow.strength},
                                    PaintPart{solved_reflectance(blue.colour),
                                              (white > 0 ? 1 : 2) * (10 - parts) * blue.strength},
                                    PaintPart{solved_reflectance(generic_white().colour), white}};
            const LinearRgb made = colour_of(mixed_paint(paints));
            pixels.row(y).set(x, encode({unit(made.r), unit(made.g), unit(made.b)}));
        }
    mixed_picture.write_rgb(pixels);
    Pass pass;
    pass.name = "Mixed";
    pass.source = Placed{share(std::move(mixed_picture)), {}};
    pass.blend = BlendMode::normal;
    begin(with_pass(testing::sealed(testing::ramp(size)), pass));
    window_->show_bench("palette");
    click("palette_tubes");
    all_there();
    pick("fewest_tubes", "For this picture", "leaving at most 2% beyond");
    ASSERT_TRUE(wait([&] { return !palette().tubes.tubes.empty(); }));
    EXPECT_EQ(palette().tubes.tubes, (std::vector<Tube>{yellow, blue}));
    all_there();
    EXPECT_LT(*find<TubesPage>("tubes_page")->beyond(), 0.03);
    // Chosen from those in hand, of which one is enough when most may be missed.
    pick("fewest_tubes", "Chosen from the generic tubes", "these tubes");
    pick("fewest_tubes", "For this picture", "leaving at most 2% beyond");
    all_there();
    EXPECT_EQ(palette().tubes.tubes, (std::vector<Tube>{yellow, blue}));
    Palette one = palette();
    one.tubes.tubes.pop_back();
    session().document.change("One tube", with_palette(painting(), one));
    pick("fewest_tubes", "Chosen from these tubes", "these tubes");
    pick("fewest_tubes", "For this picture", "leaving at most 2% beyond");
    all_there();
    EXPECT_EQ(palette().tubes.tubes, (std::vector<Tube>{yellow})) << "no other is offered";
}

TEST_F(PaletteDesk, SetsOfTubesAreKeptByNameForEveryPainting) {
    begin_with_palette();
    click("palette_tubes");
    pick("add_tube", "Warm blue");
    pick("add_tube", "Burnt earth");
    const TubeSet kept = palette().tubes;
    pick("tube_sets", "Keep these tubes…");
    auto* name = find<QLineEdit>("tube_set_name");
    ASSERT_TRUE(name->isVisible());
    EXPECT_EQ(name->text(), "Warm blue, Burnt earth");
    name->setText("Two for dusk");
    QTest::keyClick(name, Qt::Key_Return);
    EXPECT_FALSE(name->isVisible());
    begin_with_palette();
    ASSERT_TRUE(palette().tubes.tubes.empty());
    pick("tube_sets", "Two for dusk");
    EXPECT_EQ(palette().tubes, kept);
    pick("tube_sets", "Drop", "Two for dusk");
    pick("tube_sets", "None is kept yet");
}

TEST_F(PaletteDesk, CTakesTheColourUnderThePointerOnAnyBench) {
    begin(testing::slipping_painting());
    Canvas& canvas = window_->canvas();
    for (const char* bench : {"values", "passes"}) {
        window_->show_bench(bench);
        ASSERT_TRUE(wait([&] { return canvas.settled(); }));
        const auto before = palette().colours.size();
        const QPoint at = canvas.transform().to_canvas(QPointF(30, 40)).toPoint();
        QTest::mouseMove(&canvas, at);
        QTest::mouseMove(&canvas, at + QPoint(1, 0));
        QTest::keyClick(&canvas, Qt::Key_C);
        ASSERT_EQ(palette().colours.size(), before + 1) << bench;
        const Shown& shown = session().outlook.shown();
        const QPointF picture = canvas.transform().to_picture(at + QPoint(1, 0));
        const auto pixel = pixel_at(shown.picture.size(), {picture.x(), picture.y()});
        EXPECT_EQ(palette().colours.back().colour, probe(shown.picture, shown.upto, *pixel).now);
    }
    trigger("undo");
    EXPECT_EQ(palette().colours.size(), 1U);
}

TEST_F(PaletteDesk, ATubeOfOnesOwnComesFromItsSwatch) {
    begin_with_palette();
    click("palette_tubes");
    // Left the paint, right one part of it in ten of white, as a tube twice as strong would have
    // it.
    const std::array parts{PaintPart{reflectance_of(decode(kDuskBlue)), 2},
                           PaintPart{reflectance_of(decode(generic_white().colour)), 10}};
    const LinearRgb tint = colour_of(mixed_paint(parts));
    Picture photograph({200, 100}, Channels::rgb, Depth::bits16);
    RgbBlock pixels(rect_of({200, 100}));
    for (int y = 0; y < 100; ++y)
        for (std::size_t x = 0; x < 200; ++x)
            pixels.row(y).set(x, x < 100 ? kDuskBlue : encode(tint));
    photograph.write_rgb(pixels);
    ASSERT_TRUE(save_png(folder_ / "my blue.png", photograph));
    picked_ = folder_ / "my blue.png";
    pick("add_tube", "One of my own, from a swatch…");
    auto* swatch = find("swatch_picture");
    ASSERT_TRUE(wait([&] { return swatch->isVisible(); }));
    const auto click_at = [&](double share) {
        QTest::mouseClick(swatch, Qt::LeftButton, {},
                          QPoint(static_cast<int>(swatch->width() * share), swatch->height() / 2));
    };
    click_at(0.4);
    click_at(0.4);
    EXPECT_TRUE(palette().tubes.tubes.empty()) << "the paint is no tint of itself";
    click_at(0.6);
    ASSERT_EQ(palette().tubes.tubes.size(), 1U);
    EXPECT_EQ(palette().tubes.tubes[0].name, "my blue");
    EXPECT_NEAR(palette().tubes.tubes[0].strength, 2, 0.15);
    EXPECT_LT(ciede2000(lab(palette().tubes.tubes[0].colour), lab(kDuskBlue)), 1);
}

TEST_F(PaletteDesk, WithoutASealNothingIsLaidAndItSaysWhy) {
    begin_with_palette();
    Painting bare = blank_painting("Bare");
    bare.underpaint = share(testing::ramp({60, 40}));
    begin(with_palette(std::move(bare), painting().palette));
    window_->show_bench("palette");
    all_there();
    EXPECT_FALSE(find<QPushButton>("lay_plan")->isEnabled());
    EXPECT_FALSE(find<QPushButton>("lay_forecast")->isEnabled());
    EXPECT_TRUE(find<QLabel>("plan_outcome")->text().startsWith("Seal the underpaint first"));
    EXPECT_EQ(table().rows().size(), 3U) << "it is forecast over the underpaint";
}

TEST_F(PaletteDesk, SixtyFourColoursAndOnePixelAreFine) {
    begin_with_palette();
    Palette many;
    for (int i = 1; i <= 64; ++i)
        many.colours.push_back(
            {i, std::string(300, 'x'), grey(static_cast<float>(i) / 64), "", {}, i % 2 == 0});
    Painting one = testing::sealed(Picture({1, 1}, Channels::grey, Depth::bits16, 0.5F));
    begin(with_palette(std::move(one), many));
    window_->show_bench("palette");
    all_there();
    EXPECT_EQ(table().rows().size(), 64U);
    for (const char* page : {"disc", "picture", "mixes", "tubes", "plan"}) {
        EXPECT_TRUE(window_->bench().show_page(page));
        window_->grab();
    }
    click("suggest_plan");
    EXPECT_FALSE(painting().colour_plan.whole.empty());
    all_there();
    click("lay_plan");
    EXPECT_EQ(painting().passes.size(), 1U);
}

}  // namespace
}  // namespace underpaint
