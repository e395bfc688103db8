// SPDX-License-Identifier: GPL-3.0-or-later
// Each pane by itself, in the real window.
#include <QListView>
#include <QSignalSpy>

#include "desk/kit/band_slider.h"
#include "desk/kit/bar_slider.h"
#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/marks.h"
#include "desk/kit/words.h"
#include "desk/work/reach_words.h"
#include "render/probe.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class Panes : public testing::DeskTest {
protected:
    void SetUp() override { begin(testing::slipping_painting()); }
    BarSlider* strength() const { return find<BarSlider>("strength"); }
    QListView* rows() const { return find<QListView>("ledger"); }
    /// How far the wash moves column x of the ramp.
    double scale_drift(double x) const {
        const Probe before = probe(painting(), 1, {static_cast<int>(x), 60}),
                    after = probe(painting(), 2, {static_cast<int>(x), 60});
        return (read(Reader::lightness, after.now) - read(Reader::lightness, before.now)) / 12.5;
    }
};

TEST_F(Panes, ASealedPaintingOpensAtThePasses) {
    EXPECT_STREQ(window_->bench().text().id, "passes");
    EXPECT_EQ(session().outlook.moment(), 2U);
    EXPECT_EQ(rows()->model()->rowCount(), 3);
}

TEST_F(Panes, KeysChangeTheBench) {
    QTest::keyClick(&window_->canvas(), Qt::Key_2);
    EXPECT_STREQ(window_->bench().text().id, "values");
    EXPECT_TRUE(find<QPushButton>("bench_values")->isChecked());
    QTest::keyClick(&window_->canvas(), Qt::Key_3);
    EXPECT_STREQ(window_->bench().text().id, "passes");
    click("bench_values");
    EXPECT_STREQ(window_->bench().text().id, "values");
}

TEST_F(Panes, BenchesThatAreNotBuiltAreNotShown) {
    int tabs = 0;
    for (const auto* button : window_->findChildren<QPushButton*>())
        tabs += button->objectName().startsWith("bench_");
    EXPECT_EQ(tabs, 7);
}

// --- the strength slider

TEST_F(Panes, DraggingASliderIsOneStep) {
    auto* slider = strength();
    const float before = painting().passes[1].strength;
    QTest::mousePress(slider, Qt::LeftButton, {}, {slider->width() / 2, 26});
    for (int x = slider->width() / 2; x < slider->width() - 4; x += 5)
        QTest::mouseMove(slider, {x, 26});
    QTest::mouseRelease(slider, Qt::LeftButton, {}, {slider->width() - 4, 26});
    EXPECT_GT(painting().passes[1].strength, 0.9F);
    trigger("undo");
    EXPECT_EQ(painting().passes[1].strength, before);
    EXPECT_FALSE(find<QAction>("undo")->isEnabled());
    EXPECT_FLOAT_EQ(slider->value(), before) << "the slider follows";
}

TEST_F(Panes, TheSeverityOfOtherEyesIsSetBySlider) {
    window_->canvas().set_lens(Lens::green_blind);
    auto* slider = find<BarSlider>("severity_slider");
    slider->set_value(0.5F);
    QTest::keyClick(slider, Qt::Key_Right);
    EXPECT_NEAR(window_->canvas().severity(), 0.51F, 1e-4F);
    EXPECT_TRUE(find<QPushButton>("severity")->text().contains("51%"));
}

TEST_F(Panes, SlidersWorkByKeyboard) {
    auto* slider = strength();
    QTest::keyClick(slider, Qt::Key_Home);
    EXPECT_EQ(painting().passes[1].strength, 0);
    QTest::keyClick(slider, Qt::Key_Right);
    QTest::keyClick(slider, Qt::Key_PageUp);
    EXPECT_NEAR(painting().passes[1].strength, 0.11, 1e-6);
    QTest::keyClick(slider, Qt::Key_End);
    QTest::keyClick(slider, Qt::Key_Right);
    EXPECT_EQ(painting().passes[1].strength, 1);
    QTest::keyClick(find("hold"), Qt::Key_End);
    EXPECT_EQ(painting().passes[1].hold, 1);
}

TEST_F(Panes, HoldHasNothingToDoUnderTrueColour) {
    EXPECT_TRUE(find("hold")->isEnabled());
    session().outlook.set_moment(1);
    EXPECT_FALSE(find("hold")->isEnabled());
}

TEST_F(Panes, TheBandIsDraggedAndKeyed) {
    auto* band = find<BandSlider>("band");
    const int y = 28;
    QTest::mousePress(band, Qt::LeftButton, {}, {4, y});
    QTest::mouseMove(band, {band->width() / 2, y});
    QTest::mouseRelease(band, Qt::LeftButton, {}, {band->width() / 2, y});
    EXPECT_EQ(painting().passes[1].reach.band.low, 5);
    EXPECT_EQ(painting().passes[1].reach.band.high, 9);
    QTest::keyClick(band, Qt::Key_End);
    QTest::keyClick(band, Qt::Key_Left);
    EXPECT_EQ(painting().passes[1].reach.band.high, 8.5F);
    QTest::keyClick(band, Qt::Key_Right, Qt::AltModifier);
    EXPECT_NEAR(painting().passes[1].reach.band.soft, 0.6, 1e-5);
    QTest::mouseDClick(band, Qt::LeftButton, {}, {band->width() / 2, y});
    EXPECT_TRUE(painting().passes[1].reach.band.whole_scale());
}

// --- the settings sheet

TEST_F(Panes, APassIsRenamedInItsSheet) {
    auto* name = find<QLineEdit>("pass_name");
    name->selectAll();
    QTest::keyClicks(name, "Amber 3 gsb");
    QTest::keyClick(name, Qt::Key_Return);
    EXPECT_EQ(painting().passes[1].name, "Amber 3 gsb");
    EXPECT_STREQ(window_->bench().text().id, "passes") << "letters typed are not keys pressed";
}

TEST_F(Panes, WhatAPassIsMeantToDoCounts) {
    settle();
    EXPECT_EQ(window_->meters().passes.audit()->passes[1].value.verdict, Verdict::lost);
    choose("intent", "reshape values");
    settle();
    EXPECT_EQ(window_->meters().passes.audit()->passes[1].value.verdict, Verdict::held);
}

TEST_F(Panes, EveryBlendCanBeChosen) {
    for (const BlendText& text : kBlendTexts) {
        choose("blend", label_of(text.mode));
        EXPECT_EQ(painting().passes[1].blend, text.mode);
    }
}

TEST_F(Panes, PartsAreTickedOneByOne) {
    choose("lands_on", "Left");
    choose("lands_on", "Right");
    EXPECT_EQ(painting().passes[1].reach.parts.size(), 2U);
    choose("lands_on", "Left");
    EXPECT_EQ(painting().passes[1].reach.parts, std::vector{painting().parts[1].id});
    choose("lands_on", "whole picture");
    EXPECT_TRUE(painting().passes[1].reach.everywhere());
}

TEST_F(Panes, ANameMayHaveAnAmpersand) {
    Painting named = painting();
    named.parts[0].name = "Salt & sea";
    session().document.change("Rename", named);
    choose("lands_on", "Salt && sea");
    EXPECT_EQ(painting().passes[1].reach.parts, std::vector{named.parts[0].id});
    const auto* button = find<QPushButton>("lands_on");
    EXPECT_EQ(button->text(), "Salt && sea ▾") << "shown with one, and no key";
    EXPECT_EQ(button->accessibleName(), "Salt & sea");
}

TEST_F(Panes, TheColourSheetGivesWhatIsDragged) {
    click("swatch");
    auto* sheet = find<ColourSheet>("colour_sheet");
    ASSERT_TRUE(sheet->isVisible());
    const Rgb before = std::get<Tint>(painting().passes[1].source).colour;
    QTest::mouseClick(sheet, Qt::LeftButton, {}, {200, 18});
    const Rgb after = std::get<Tint>(painting().passes[1].source).colour;
    EXPECT_NE(before, after);
    EXPECT_EQ(after, sheet->colour());
    auto* text = find<QLineEdit>("colour_text");
    text->selectAll();
    QTest::keyClicks(text, "nonsense");
    QTest::keyClick(text, Qt::Key_Return);
    EXPECT_EQ(std::get<Tint>(painting().passes[1].source).colour, after)
        << "what is no colour changes nothing";
    QTest::mouseClick(sheet, Qt::LeftButton, {}, {-200, 300});
    EXPECT_FALSE(sheet->isVisible()) << "a press beside it puts it away";
    EXPECT_EQ(std::get<Tint>(painting().passes[1].source).colour, after) << "and changes nothing";
}

// --- the ledger

TEST_F(Panes, ChoosingARowWindsTheCanvasToThatMoment) {
    settle();
    const QColor end = shown(200, 60);
    rows()->setCurrentIndex(rows()->model()->index(0, 0));
    EXPECT_EQ(session().outlook.moment(), 0U);
    settle();
    const QColor seal = shown(200, 60);
    EXPECT_EQ(seal.red(), seal.blue()) << "the seal is grey";
    EXPECT_NE(end.red(), end.blue());
    QTest::keyClick(rows(), Qt::Key_Down);
    EXPECT_EQ(session().outlook.moment(), 1U);
}

TEST_F(Panes, TheLedgerWorksByKeyboard) {
    QTest::keyClick(rows(), Qt::Key_Space);
    EXPECT_FALSE(painting().passes[1].on);
    QTest::keyClick(rows(), Qt::Key_Space);
    EXPECT_TRUE(painting().passes[1].on);
    QTest::keyClick(rows(), Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(painting().passes[0].name, "Wash");
    EXPECT_EQ(session().outlook.moment(), 1U) << "the row goes along";
    QTest::keyClick(rows(), Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(painting().passes[0].name, "Wash") << "there is nothing above the first";
    QTest::keyClick(rows(), Qt::Key_Delete);
    ASSERT_EQ(painting().passes.size(), 1U);
    EXPECT_EQ(painting().passes[0].name, "Blue");
    trigger("undo");
    EXPECT_EQ(painting().passes.size(), 2U);
}

TEST_F(Panes, RowsAreReadOutInWords) {
    settle();
    const QString words = rows()->model()->index(2, 0).data(Qt::AccessibleTextRole).toString();
    const PassAudit& wash = window_->meters().passes.audit()->passes[1];
    EXPECT_EQ(words,
              QStringLiteral("Wash, normal · everything. Values lost: 95% of the picture within "
                             "%1 step of the seal, %2 by itself")
                  .arg(wash.value.running.p95, 0, 'f', 2)
                  .arg(wash.value.own.p95, 0, 'f', 2));
    EXPECT_EQ(find("balance")->accessibleName(), "Balance: values lost");
}

TEST_F(Panes, ARowsDetailHasEveryMeasure) {
    settle();
    const QString detail = rows()->model()->index(2, 0).data(Qt::ToolTipRole).toString();
    const PassAudit& wash = window_->meters().passes.audit()->passes[1];
    int said = 0;
    for (const MeasureRecord* measure : kMeasures) {
        const auto words = measure->words != nullptr ? measure->words(wash) : std::nullopt;
        if (!words) continue;
        ++said;
        EXPECT_TRUE(detail.contains(
            QStringLiteral("\n%1: %2")
                .arg(from_view(measure->label), QString::fromStdString(words->now))))
            << measure->id << " in " << detail.toStdString();
    }
    EXPECT_GE(said, 8);
    EXPECT_TRUE(detail.contains(QStringLiteral("Range kept: ")));
}

// --- lenses, peeking, the seam

TEST_F(Panes, LensesShowWhatTheySay) {
    click("lens_grey");
    settle();
    const QColor grey = shown(200, 60);
    EXPECT_EQ(grey.red(), grey.blue());
    click("lens_seal");
    settle();
    // 205 of 399 across the ramp, as sealed.
    EXPECT_NEAR(shown(205, 60).red(), 255 * 205 / 399, 3);
    click("lens_drift");
    settle();
    const QColor lifted = shown(60, 60);
    EXPECT_GT(lifted.red(), lifted.blue() + 20) << "dark greys were lifted by the wash: amber";
    const QColor lowered = shown(380, 60);
    EXPECT_GT(lowered.blue(), lowered.red() + 20) << "light greys were lowered: blue";
    click("lens_colour");
    EXPECT_EQ(window_->canvas().lens(), Lens::colour);
}

TEST_F(Panes, TheSeamOfTheTwinIsDragged) {
    click("lens_twin");
    settle();
    auto* canvas = &window_->canvas();
    EXPECT_EQ(shown(100, 60).red(), shown(100, 60).blue()) << "the seal at the left";
    EXPECT_NE(shown(300, 60).red(), shown(300, 60).blue()) << "colour at the right";
    QTest::mousePress(canvas, Qt::LeftButton, {}, at(200, 100));
    QTest::mouseMove(canvas, at(250, 100));
    QTest::mouseMove(canvas, at(350, 100));
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, at(350, 100));
    EXPECT_EQ(shown(300, 60).red(), shown(300, 60).blue());
    choose("twin_left", "Colour");
    choose("twin_right", "Seal");
    settle();
    EXPECT_NE(shown(300, 60).red(), shown(300, 60).blue());
    EXPECT_EQ(shown(380, 60).red(), shown(380, 60).blue());
}

TEST_F(Panes, TheTwinShowsAnyTwoStates) {
    click("lens_twin");
    choose("twin_left", "Colour");
    choose("twin_left", "After 1  Blue");
    choose("twin_right", "As the ledger is wound");
    EXPECT_TRUE(find<QPushButton>("twin_left")->text().contains("Colour after 1"));
    settle();
    const QColor left = shown(100, 60), right = shown(300, 60);
    EXPECT_GT(left.blue(), left.red()) << "before the wash";
    session().outlook.set_moment(1);
    settle();
    EXPECT_EQ(shown(100, 60), left) << "it stays at its state";
    EXPECT_NE(shown(300, 60), right) << "and this one follows the ledger";
    // The state that it stood at goes: the last that there is, then.
    session().document.change("all gone", without_pass(without_pass(painting(), 1), 0));
    settle();
    EXPECT_EQ(shown(100, 60).red(), shown(100, 60).blue());
    begin(testing::slipping_painting());
    EXPECT_EQ(window_->canvas().twin_left().moment, std::nullopt);
    EXPECT_FALSE(find<QPushButton>("twin_left")->text().contains("after"));
}

TEST_F(Panes, AHeldKeyPeeksAndLettingGoGoesBack) {
    settle();
    const QColor before = shown(200, 60);
    auto* canvas = &window_->canvas();
    for (const auto key : {Qt::Key_G, Qt::Key_S}) {
        QTest::keyPress(canvas, key);
        settle();
        EXPECT_EQ(shown(200, 60).red(), shown(200, 60).blue()) << key;
        QTest::keyRelease(canvas, key);
        settle();
        EXPECT_EQ(shown(200, 60), before);
    }
    QTest::keyPress(canvas, Qt::Key_B);
    settle();
    EXPECT_GT(shown(200, 60).blue(), shown(200, 60).red()) << "before the wash it is blue";
    QTest::keyRelease(canvas, Qt::Key_B);
    settle();
    EXPECT_EQ(shown(200, 60), before);
}

TEST_F(Panes, MirrorAndUpendTurnTheView) {
    settle();
    const QPoint left = at(20, 20);
    QTest::keyClick(&window_->canvas(), Qt::Key_F);
    EXPECT_GT(at(20, 20).x(), left.x() + 100);
    QTest::keyClick(&window_->canvas(), Qt::Key_U);
    EXPECT_GT(at(20, 20).y(), left.y() + 100);
    QTest::keyClick(&window_->canvas(), Qt::Key_F);
    QTest::keyClick(&window_->canvas(), Qt::Key_U);
    EXPECT_EQ(at(20, 20), left);
}

TEST_F(Panes, TheWheelZoomsAboutThePointer) {
    settle();
    auto* canvas = &window_->canvas();
    const QPointF place = at(310, 90);
    QWheelEvent wheel(place, canvas->mapToGlobal(place), {}, {0, 360}, Qt::NoButton, Qt::NoModifier,
                      Qt::NoScrollPhase, false);
    const double zoom = canvas->transform().zoom();
    QApplication::sendEvent(canvas, &wheel);
    EXPECT_NEAR(canvas->transform().zoom(), 2 * zoom, 1e-9);
    EXPECT_LE((at(310, 90) - place.toPoint()).manhattanLength(), 2);
    settle();
    trigger("fit");
    EXPECT_NEAR(canvas->transform().zoom(), zoom, 1e-9);
    trigger("one_to_one");
    EXPECT_NEAR(canvas->transform().zoom(), 1, 1e-9);
}

TEST_F(Panes, ShowLeavesWhatMovedAndGreysTheRest) {
    ASSERT_TRUE(wait([&] { return window_->findChild<QPushButton*>("show") != nullptr; }));
    settle();
    const auto colour = [&](double x) {
        const QColor c = shown(x, 60);
        return c.red() - c.blue();
    };
    // Somewhere on the ramp the wash crosses the value it finds: there nothing moved.
    double still = 0;
    for (double x = 150; x < 390; x += 4)
        if (const auto p = scale_drift(x); std::abs(p) < 0.1) still = x;
    ASSERT_GT(still, 0);
    const int before = colour(still), moved = colour(40);
    ASSERT_GT(std::abs(before), 8);
    click("show");
    settle();
    EXPECT_LT(std::abs(colour(still)), std::abs(before) / 2) << "gone to a grey";
    EXPECT_EQ(colour(40), moved);
    // Escape brings the picture back, wherever the focus is.
    rows()->setFocus();
    QTest::keyClick(rows(), Qt::Key_Escape);
    EXPECT_FALSE(window_->canvas().shown_only());
    EXPECT_EQ(colour(still), before);
}

TEST_F(Panes, ThePointerLineReadsThePixel) {
    settle();
    auto* canvas = &window_->canvas();
    QTest::mouseMove(canvas, at(100, 100));
    QTest::mouseMove(canvas, at(101, 100));
    const QString text = find("pointer_line")->accessibleName();
    const QPointF place = canvas->transform().to_picture(at(101, 100));
    const Probe probed = probe(painting(), 2, {static_cast<int>(place.x()), 100});
    const double was = step_of(read(Reader::lightness, probed.sealed)),
                 now = step_of(read(Reader::lightness, probed.now));
    const QString wanted =
        QStringLiteral("Under the pointer: Left sealed %1 → now %2 (%3 step) · warmth ")
            .arg(was, 0, 'f', 1)
            .arg(now, 0, 'f', 1)
            .arg(signed_figure(now - was, 1));
    EXPECT_TRUE(text.startsWith(wanted)) << text.toStdString();
}

TEST_F(Panes, TheReaderAndTheSurroundAreChosenAtTheTop) {
    choose("reader", "Luma");
    EXPECT_EQ(session().choices.reader(), Reader::luma);
    settle();
    EXPECT_EQ(window_->meters().passes.audit()->reader, Reader::luma);
    choose("surround", "9");
    EXPECT_EQ(window_->canvas().grab().toImage().pixelColor(3, 3), QColor(255, 255, 255));
    choose("surround", "1");
    EXPECT_EQ(window_->canvas().grab().toImage().pixelColor(3, 3), QColor(0, 0, 0));
}

// --- the look

TEST_F(Panes, TheChromeHasNoColourOfItsOwn) {
    // Also beside a picture that has colour.
    for (const char* pane : {"ladder", "top_bar", "lens_row", "findings"}) {
        const QImage image = find(pane)->grab().toImage();
        for (int y = 0; y < image.height(); y += 2)
            for (int x = 0; x < image.width(); x += 2) {
                const QColor c = image.pixelColor(x, y);
                ASSERT_TRUE(c.red() == c.green() && c.red() == c.blue())
                    << pane << " " << x << " " << y;
            }
    }
}

TEST_F(Panes, VerdictsAreToldByShape) {
    const auto drawn = [](Verdict verdict) {
        QImage image(36, 36, QImage::Format_Grayscale8);
        image.fill(0);
        QPainter painter(&image);
        draw_mark(painter, QRectF(2, 2, 32, 32), verdict, Qt::white);
        painter.end();
        double sum = 0;
        for (int y = 0; y < 36; ++y)
            for (int x = 0; x < 36; ++x) sum += image.pixelColor(x, y).value();
        return sum / 255 / (3.14159 * 16 * 16);
    };
    EXPECT_NEAR(drawn(Verdict::held), 1, 0.03);
    EXPECT_NEAR(drawn(Verdict::slipping), 0.75, 0.12);
    EXPECT_LT(drawn(Verdict::open), 0.3) << "a thin ring";
    EXPECT_GT(drawn(Verdict::open), 0.1);
    EXPECT_LT(drawn(Verdict::lost), 0.5);
    EXPECT_GT(drawn(Verdict::lost), 0.2);
}

TEST_F(Panes, EveryControlHasANameAndATooltip) {
    int checked = 0;
    for (const auto* button : window_->findChildren<QPushButton*>()) {
        if (!button->isVisible()) continue;
        ++checked;
        EXPECT_FALSE(button->text().isEmpty() && button->accessibleName().isEmpty())
            << button->objectName().toStdString();
        EXPECT_FALSE(button->toolTip().isEmpty())
            << button->objectName().toStdString() << button->text().toStdString();
    }
    EXPECT_GT(checked, 18);
}

TEST(Words, ReadAsPaintersSpeak) {
    EXPECT_EQ(step_in_words(5), "5");
    EXPECT_EQ(step_in_words(5.5), "5.5");
    EXPECT_EQ(signed_figure(0.41, 2), "+0.41");
    EXPECT_EQ(signed_figure(-3.14, 1), QStringLiteral("−3.1"));
    EXPECT_EQ(signed_figure(0.001, 1), QStringLiteral("±0.0"));
    Painting painting = testing::slipping_painting();
    EXPECT_EQ(reach_in_words(painting, {}), "everything");
    EXPECT_EQ(reach_in_words(painting, {{painting.parts[0].id}, {3, 7.5F, 0}}),
              QStringLiteral("Left, 3–7.5"));
    EXPECT_EQ(parts_in_words(painting, {{1, 2, 3}, {}}), "3 parts");
}

}  // namespace
}  // namespace underpaint
