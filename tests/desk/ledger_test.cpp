// SPDX-License-Identifier: GPL-3.0-or-later
// The ledger: several rows at once, and groups.
#include <QMimeData>

#include "desk/kit/bar_slider.h"
#include "painting/group_changes.h"
#include "support/passes_bench_fixture.h"

namespace underpaint {
namespace {

using testing::PassesBenchTest;

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

}  // namespace
}  // namespace underpaint
