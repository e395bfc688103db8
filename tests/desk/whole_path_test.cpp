// SPDX-License-Identifier: GPL-3.0-or-later
// From a grey picture to a saved painting and back, by mouse and keyboard.
#include <QListView>
#include <QTreeWidget>

#include "audit/finding.h"
#include "desk/kit/bar_slider.h"
#include "desk/work/reach_words.h"
#include "files/audit_json.h"
#include "files/openraster.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class WholePath : public testing::DeskTest {
protected:
    void outline(std::initializer_list<QPointF> points) {
        click("outline");
        for (const QPointF& p : points)
            QTest::mouseClick(&window_->canvas(), Qt::LeftButton, {}, at(p.x(), p.y()));
        QTest::keyClick(&window_->canvas(), Qt::Key_Return);
    }
    std::string figures() const {
        const auto measured = *audit(painting(), {});
        return write_audit({{}, painting(), measured, underpaint::find(painting(), measured)});
    }
};

TEST_F(WholePath, FromAGreyPictureToASavedPaintingAndBack) {
    bring_in_ramp();
    EXPECT_STREQ(window_->bench().text().id, "values")
        << "what is not sealed is still being settled";
    EXPECT_FALSE(session().document.unsaved());

    // A part, outlined from point to point and named in the table.
    outline({{100, 50}, {300, 50}, {300, 250}, {100, 250}});
    ASSERT_EQ(painting().parts.size(), 1U);
    EXPECT_FLOAT_EQ(testing::pixel(painting().parts[0].mask->base(), 200, 150).r, 1);
    EXPECT_EQ(testing::pixel(painting().parts[0].mask->base(), 50, 150).r, 0);
    auto* parts = find<QTreeWidget>("parts");
    ASSERT_EQ(parts->topLevelItemCount(), 1);
    ASSERT_TRUE(wait([&] { return !parts->topLevelItem(0)->text(1).isEmpty(); }));
    EXPECT_EQ(parts->topLevelItem(0)->text(2), "33%") << "a third";
    parts->topLevelItem(0)->setText(0, "Lantern");
    EXPECT_EQ(painting().parts[0].name, "Lantern");

    // The seal, and on to the passes.
    click("seal");
    ASSERT_TRUE(painting().sealed());
    EXPECT_EQ(painting().seals[0].date, "2026-11-24");
    EXPECT_EQ(find<QPushButton>("seal")->text(), "Go on to passes");
    click("seal");
    EXPECT_STREQ(window_->bench().text().id, "passes");

    // A tint over the part, in color mode.
    trigger("lay_tint");
    ASSERT_EQ(painting().passes.size(), 1U);
    EXPECT_EQ(session().outlook.moment(), 1U);
    choose("blend", "color");
    choose("lands_on", "Lantern");
    EXPECT_EQ(painting().passes[0].blend, BlendMode::color);
    EXPECT_EQ(painting().passes[0].reach.parts, std::vector{painting().parts[0].id});
    click("swatch");
    auto* text = find<QLineEdit>("colour_text");
    text->selectAll();
    QTest::keyClicks(text, "ff0000");
    QTest::keyClick(text, Qt::Key_Return);
    EXPECT_EQ(std::get<Tint>(painting().passes[0].source).colour, (Rgb{1, 0, 0}));
    find("colour_sheet")->close();
    settle();
    EXPECT_EQ(window_->meters().passes.audit()->passes[0].value.verdict, Verdict::lost);

    // The mend that holds values is offered with its finding, and taken.
    take_mend("Hold values");
    EXPECT_EQ(painting().passes[0].hold, 1);
    settle();
    EXPECT_EQ(window_->meters().passes.audit()->passes[0].value.verdict, Verdict::held);
    EXPECT_EQ(window_->meters().passes.findings()[0].code, kAllHeld);

    // Undone to the beginning and brought back.
    const Painting done = painting();
    int steps = 0;
    while (find<QAction>("undo")->isEnabled()) {
        trigger("undo");
        ++steps;
    }
    EXPECT_TRUE(painting().passes.empty());
    EXPECT_TRUE(painting().parts.empty());
    EXPECT_FALSE(painting().sealed());
    while (steps-- > 0) trigger("redo");
    EXPECT_EQ(painting(), done);
    EXPECT_FALSE(find<QAction>("redo")->isEnabled());

    // Saved, opened in a second window of the same program, and measured there.
    const std::string measured = figures();
    picked_ = folder_ / "work";
    trigger("save");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved(); }));
    EXPECT_EQ(session().document.file(), folder_ / "work.ora") << "the ending is put on";
    session().document.begin(testing::sealed(testing::ramp({8, 8})), {}, true);
    picked_ = folder_ / "work.ora";
    trigger("open");
    ASSERT_TRUE(wait([&] { return painting().size() == Size{400, 300}; }));
    EXPECT_EQ(figures(), measured);
    EXPECT_EQ(painting().passes, done.passes);

    // And exported.
    picked_ = folder_ / "out.png";
    trigger("export");
    ASSERT_TRUE(wait([&] { return notice().startsWith("Exported to"); }));
    const auto exported = read_flat_picture(folder_ / "out.png");
    ASSERT_TRUE(exported);
    EXPECT_GT(testing::pixel(exported->picture, 200, 150).r,
              testing::pixel(exported->picture, 200, 150).g);
}

TEST_F(WholePath, AnOutlineIsDrawnFreehand) {
    bring_in_ramp();
    click("outline");
    auto* canvas = &window_->canvas();
    QTest::mousePress(canvas, Qt::LeftButton, {}, at(100, 100));
    for (int i = 1; i < 40; ++i) {
        const double angle = i * 0.1571;
        QTest::mouseMove(canvas, at(200 - 100 * std::cos(angle), 100 + 60 * std::sin(angle)));
    }
    QTest::mouseRelease(canvas, Qt::LeftButton, {}, at(100, 98));
    ASSERT_EQ(painting().parts.size(), 1U) << "coming round ends it";
    EXPECT_GT(testing::pixel(painting().parts[0].mask->base(), 200, 110).r, 0.9F);
}

TEST_F(WholePath, AnOutlineCanBeGivenUpAndTakenBack) {
    bring_in_ramp();
    outline({{10, 10}, {50, 10}});
    EXPECT_TRUE(painting().parts.empty()) << "two points make no part";
    EXPECT_TRUE(window_->canvas().tool() == Canvas::Tool::outline);
    QTest::keyClick(&window_->canvas(), Qt::Key_Escape);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none);
    EXPECT_FALSE(find<QPushButton>("outline")->isChecked());
    EXPECT_FALSE(session().document.unsaved());
}

TEST_F(WholePath, APassKeepsTheMaskOfAPartThatIsRemoved) {
    Painting start = testing::slipping_painting();
    start.passes[0].reach.parts = {start.parts[0].id};
    begin(start);
    window_->show_bench("values");
    auto* parts = find<QTreeWidget>("parts");
    parts->setCurrentItem(parts->topLevelItem(0));
    const SharedPicture mask = painting().parts[0].mask;
    click("remove_part");
    ASSERT_EQ(painting().parts.size(), 1U);
    EXPECT_EQ(painting().parts[0].name, "Right");
    const Reach& reach = painting().passes[0].reach;
    EXPECT_EQ(reach.kept, (std::vector<KeptMask>{{"Left", mask}}));
    EXPECT_EQ(reach_in_words(painting(), reach), "Left (deleted)");
}

TEST_F(WholePath, EasingIsOfferedAndItsGhostShown) {
    begin(testing::slipping_painting());
    const float before = painting().passes[1].strength;
    take_mend("Ease to ");
    EXPECT_LT(painting().passes[1].strength, before);
    settle();
    EXPECT_EQ(window_->meters().passes.audit()->balance(), Verdict::held);
    trigger("undo");
    EXPECT_EQ(painting().passes[1].strength, before);
    EXPECT_TRUE(find<QAction>("redo")->text().startsWith("Redo: Wash: Ease to "));
}

}  // namespace
}  // namespace underpaint
