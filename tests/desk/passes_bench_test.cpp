// SPDX-License-Identifier: GPL-3.0-or-later
// The Passes bench: laying every source, the clipboard, a merged copy and back.
#include <QClipboard>
#include <QMimeData>

#include "desk/kit/bar_slider.h"
#include "desk/kit/colour_button.h"
#include "desk/kit/colour_strip.h"
#include "desk/passes/lay_menu.h"
#include "files/openraster.h"
#include "support/passes_bench_fixture.h"

namespace underpaint {
namespace {

using testing::PassesBenchTest;

// --- laying

TEST_F(PassesBenchTest, LaysEachSourceChangesItAndTakesAllBack) {
    const Painting before = painting();
    ASSERT_TRUE(save_png(folder_ / "still.png", testing::ramp({80, 60})));
    const char* ways[] = {"lay_tint",     "lay_painted",    "lay_gradient-map", "lay_picture",
                          "lay_curve",    "lay_underpaint", "lay_grain",        "lay_glow",
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

// --- merged, and brought back

TEST_F(PassesBenchTest, AMergedCopyIsPaintedOverAndBroughtBackAsAPass) {
    const Painting before = painting();
    picked_ = folder_ / "merged";
    trigger("merged_copy");
    ASSERT_TRUE(wait([&] { return !window_->files().saving(); }));
    Painting noted = before;
    noted.log.merged = date_from_iso("2026-11-24");
    EXPECT_EQ(painting(), noted) << "the painting stays as it is, but for the note that it was";
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
    EXPECT_TRUE(wait(
        [&] { return find<QLabel>("lay_trouble")->text().contains("not of the same shape"); }));
    EXPECT_EQ(painting().passes.size(), 3U);
}

TEST_F(PassesBenchTest, TheSheetHasTheSamePlaceForEveryPass) {
    const auto place = [&] {
        QCoreApplication::processEvents();
        auto* name = seen("pass_name");
        return name->mapTo(window_.get(), QPoint(0, 0));
    };
    const QPoint was = place();
    for (const char* way : {"lay_gradient-map", "lay_curve", "lay_painted", "lay_glow"}) {
        trigger(way);
        settle();
        EXPECT_EQ(place(), was) << way;
    }
}

}  // namespace
}  // namespace underpaint
