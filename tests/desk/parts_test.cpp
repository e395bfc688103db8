// SPDX-License-Identifier: GPL-3.0-or-later
// Parts at the desk: outlining, picking, combining, snapping, planning, slivers.
#include <QDropEvent>
#include <QHeaderView>
#include <QLabel>
#include <QTreeWidget>

#include "desk/kit/bar_slider.h"
#include "desk/values/parts_table.h"
#include "raster/polygon.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class PartsAtTheDesk : public testing::DeskTest {
protected:
    /// Three bands, of steps 2, 5 and 8, the middle one with a lid of step 6.5.
    void SetUp() override {
        begin(testing::sealed(testing::grey_picture({300, 200}, [](int x, int y) {
            const double step = x < 100 ? 2 : x >= 200 ? 8 : y < 50 ? 6.5 : 5;
            return encoded_grey_of(lightness_of_step(static_cast<float>(step)));
        })));
        window_->show_bench("values");
        settle();
    }
    QTreeWidget* table() const { return find<QTreeWidget>("parts"); }
    QString cell(int row, int column) const { return table()->topLevelItem(row)->text(column); }
    double covered(std::size_t part) const {
        return covered_share(painting().parts.at(part).mask->base());
    }
    void click_canvas(double x, double y) const {
        QTest::mouseClick(&window_->canvas(), Qt::LeftButton, {}, at(x, y));
    }
    void pick(const char* tool, double x, double y) const {
        click(tool);
        const std::size_t before = session().document.painting().parts.size();
        click_canvas(x, y);
        EXPECT_TRUE(wait([&] { return painting().parts.size() > before; }));
        settle();
    }
    void click_row(int row, int column = 1) const {
        const QRect place = table()->visualItemRect(table()->topLevelItem(row));
        const int x = table()->header()->sectionViewportPosition(column) + 5;
        QTest::mouseClick(table()->viewport(), Qt::LeftButton, {}, {x, place.center().y()});
    }
    void slide(const char* name, double share) const {
        auto* slider = find<BarSlider>(name);
        QTest::mouseClick(slider, Qt::LeftButton, {},
                          {2 + qRound(share * (slider->width() - 4)), slider->height() / 2 + 6});
    }
};

TEST_F(PartsAtTheDesk, AreOutlinedAndHaveTheirFigures) {
    click("outline");
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::outline);
    for (const QPointF p : {QPointF(10, 10), {90, 10}, {90, 190}, {10, 190}})
        click_canvas(p.x(), p.y());
    QTest::keyClick(&window_->canvas(), Qt::Key_Return);
    ASSERT_EQ(painting().parts.size(), 1U);
    settle();
    EXPECT_EQ(cell(0, 0), "Part 1");
    EXPECT_EQ(cell(0, 1), "2.0");
    EXPECT_EQ(cell(0, 2), "24%");
    EXPECT_EQ(cell(0, 3), "2.0–2.0");
    EXPECT_EQ(cell(0, 4), "–");
}

TEST_F(PartsAtTheDesk, ArePickedByValue) {
    pick("pick_by_value", 250, 100);
    EXPECT_NEAR(covered(0), 1 / 3.0, 0.001);
    EXPECT_EQ(session().document.history().undo_label(), "Pick by value");
    // Wider, and the middle lid comes in; still one step of the history.
    slide("pick_width", 1);
    settle();
    EXPECT_NEAR(covered(0), 1 / 3.0 + 50 / 600.0, 0.001);
    EXPECT_EQ(painting().parts.size(), 1U);
    QTest::keyClick(&window_->canvas(), Qt::Key_Escape);
    EXPECT_EQ(window_->canvas().tool(), Canvas::Tool::none);
    trigger("undo");
    EXPECT_TRUE(painting().parts.empty());
}

TEST_F(PartsAtTheDesk, ArePickedTouching) {
    pick("pick_touching", 150, 120);
    EXPECT_NEAR(covered(0), 150 / 600.0, 0.001) << "without the lid";
    slide("pick_tolerance", 0.7);
    settle();
    EXPECT_NEAR(covered(0), 1 / 3.0, 0.001) << "with it";
    const std::size_t parts = painting().parts.size();
    click_canvas(50, 50);
    ASSERT_TRUE(wait([&] { return painting().parts.size() > parts; }))
        << "the next pick is a new one";
    settle();
    EXPECT_NEAR(covered(0), 1 / 3.0, 0.001);
}

TEST_F(PartsAtTheDesk, AreCombined) {
    pick("pick_touching", 150, 120);
    const double middle = covered(0);
    choose("part_target", "add to Part 1");
    click_canvas(50, 50);
    ASSERT_TRUE(wait([&] { return covered(0) > middle + 0.1; }));
    settle();
    EXPECT_EQ(painting().parts.size(), 1U);
    EXPECT_NEAR(covered(0), middle + 1 / 3.0, 0.001);
    choose("part_target", "take away from Part 1");
    click_canvas(150, 120);
    ASSERT_TRUE(wait([&] { return covered(0) < 0.4; }));
    EXPECT_NEAR(covered(0), 1 / 3.0, 0.001);
    choose("part_target", "keep of Part 1 only what is in both");
    click_canvas(250, 120);
    ASSERT_TRUE(wait([&] { return covered(0) < 0.1; }));
    settle();
    EXPECT_EQ(cell(0, 3), "no pixels");
    EXPECT_EQ(cell(0, 1), "–") << "never a figure of nothing";
}

TEST_F(PartsAtTheDesk, AreShownAlone) {
    pick("pick_touching", 50, 50);
    QTest::keyClick(&window_->canvas(), Qt::Key_Escape);
    EXPECT_TRUE(window_->canvas().shown_only()) << "what was made is shown";
    const int dimmed = shown(250, 100).red();
    click_row(0);
    EXPECT_FALSE(window_->canvas().shown_only()) << "a click on it shows everything again";
    EXPECT_GT(shown(250, 100).red(), dimmed + 50);
    click_row(0);
    EXPECT_EQ(window_->canvas().shown_only(), painting().parts[0].mask);
    EXPECT_EQ(shown(250, 100).red(), dimmed);
    window_->canvas().setFocus();
    QTest::keyClick(&window_->canvas(), Qt::Key_Escape);
    EXPECT_FALSE(window_->canvas().shown_only());
}

TEST_F(PartsAtTheDesk, HaveEdgesOfTheirOwn) {
    EXPECT_EQ(find<QLabel>("edges_title")->text(), "Edges");
    pick("pick_touching", 50, 50);
    settle();
    EXPECT_EQ(find<QLabel>("edges_title")->text(), "Edges of Part 1");
    // A corner of so small a picture, whose pixels are five viewing pixels, is told as one by two.
    const QString bars = find("edge_bars")->accessibleName();
    EXPECT_TRUE(bars.contains("hard 100%") || bars.contains("hard 99%")) << bars.toStdString();
    click("remove_part");
    EXPECT_EQ(find<QLabel>("edges_title")->text(), "Edges");
}

TEST_F(PartsAtTheDesk, AreSoftenedAndSnapped) {
    click("outline");
    for (const QPointF p : {QPointF(-5, -5), {104, -5}, {104, 205}, {-5, 205}})
        click_canvas(p.x(), p.y());
    QTest::keyClick(&window_->canvas(), Qt::Key_Return);
    ASSERT_EQ(painting().parts.size(), 1U);
    const auto border = [&] {
        return testing::pixel(painting().parts[0].mask->base(), 102, 100).r;
    };
    EXPECT_GT(border(), 0.8F) << "drawn four pixels too far";
    const auto before = painting().parts[0].mask;
    choose("snap_part", "within 8 px");
    ASSERT_TRUE(wait([&] { return painting().parts[0].mask != before; }));
    EXPECT_LT(border(), 0.1F);
    EXPECT_NEAR(covered(0), 1 / 3.0, 0.005);
    const auto snapped = painting().parts[0].mask;
    choose("soften_part", "by 8 px");
    ASSERT_TRUE(wait([&] { return painting().parts[0].mask != snapped; }));
    EXPECT_NEAR(border(), 0.4, 0.1);
}

TEST_F(PartsAtTheDesk, ArePlannedRenamedReorderedHiddenAndRemoved) {
    pick("pick_touching", 50, 50);
    click_canvas(250, 50);
    ASSERT_TRUE(wait([&] { return painting().parts.size() == 2; }));
    QTest::keyClick(&window_->canvas(), Qt::Key_Escape);
    settle();
    table()->topLevelItem(0)->setText(0, "Shore");
    EXPECT_EQ(painting().parts[0].name, "Shore");
    table()->topLevelItem(0)->setText(4, "3½");
    const PartId shore = painting().parts[0].id;
    EXPECT_EQ(painting().plan.steps.at(shore), 3.5);
    settle();
    ASSERT_TRUE(wait([&] { return window_->findChild<QWidget*>("finding_part-off") != nullptr; }));
    table()->topLevelItem(0)->setText(4, "nothing");
    EXPECT_TRUE(painting().plan.steps.empty());

    table()->setCurrentItem(table()->topLevelItem(1));
    click("part_up");
    EXPECT_EQ(painting().parts[1].name, "Shore");
    EXPECT_FALSE(find("part_up")->isEnabled());
    click("hide_part");
    EXPECT_TRUE(painting().parts[0].hidden);
    click("remove_part");
    ASSERT_EQ(painting().parts.size(), 1U);
    EXPECT_EQ(painting().parts[0].name, "Shore");
}

TEST_F(PartsAtTheDesk, RowsAreDraggedToAnotherPlace) {
    Painting three = painting();
    for (const auto& [name, from] : {std::pair("Left", 0), {"Middle", 100}, {"Right", 200}})
        three = testing::with_columns(three, name, from, from + 100);
    begin(three);
    window_->show_bench("values");
    settle();
    const auto order = [&] {
        std::string names;
        for (const Part& part : painting().parts) names += part.name[0];
        return names;
    };
    // The platform of the tests has no drag and drop of its own: the drop is given to the table.
    struct Droppable : PartsTable {
        using PartsTable::dropEvent;
    };
    const auto drop = [&](int row, QPoint place) {
        table()->setCurrentItem(table()->topLevelItem(row));
        QDropEvent event(place, Qt::MoveAction, nullptr, Qt::LeftButton, {});
        (find<PartsTable>("parts")->*&Droppable::dropEvent)(&event);
        EXPECT_EQ(event.dropAction(), Qt::IgnoreAction) << "the view itself moves no row";
        settle();
    };
    const auto row = [&](int index) {
        return table()->visualItemRect(table()->topLevelItem(index));
    };
    ASSERT_EQ(order(), "LMR");
    drop(0, row(2).center() - QPoint(0, 4));
    EXPECT_EQ(order(), "MLR") << "above the last";
    EXPECT_EQ(session().document.history().undo_label(), "Reorder parts");
    EXPECT_EQ(table()->currentItem()->text(0), "Left") << "the dragged one stays chosen";
    drop(2, row(0).center() - QPoint(0, 4));
    EXPECT_EQ(order(), "RML");
    drop(0, row(2).bottomLeft() + QPoint(40, 9));
    EXPECT_EQ(order(), "MLR") << "below all";
    drop(1, row(1).center());
    EXPECT_EQ(order(), "MLR") << "where it was";
    trigger("undo");
    EXPECT_EQ(order(), "RML");
}

TEST_F(PartsAtTheDesk, SliversAreFoundAndGiven) {
    Painting cracked = testing::with_columns(painting(), "Left", 0, 149);
    cracked = testing::with_columns(cracked, "Right", 150, 300);
    begin(cracked);
    window_->show_bench("values");
    settle();
    EXPECT_TRUE(find("give_slivers")->isVisible());
    click("show_slivers");
    EXPECT_NEAR(covered_share(window_->canvas().shown_only()->base()), 1 / 300.0, 1e-4);
    click("give_slivers");
    settle();
    EXPECT_FALSE(find("give_slivers")->isVisible());
    EXPECT_FALSE(window_->canvas().shown_only());
    EXPECT_NEAR(covered(0) + covered(1), 1, 1e-4);
    EXPECT_EQ(session().document.history().undo_label(), "Give slivers to their neighbours");
}

TEST_F(PartsAtTheDesk, AClickBesideThePicturePicksNothing) {
    click("pick_touching");
    click_canvas(-20, 100);
    settle();
    EXPECT_TRUE(painting().parts.empty());
}

}  // namespace
}  // namespace underpaint
