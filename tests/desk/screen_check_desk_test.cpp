// SPDX-License-Identifier: GPL-3.0-or-later
// The check of a screen, done by keys as somebody would whose screen swallows the darkest steps;
// and where it is told of afterwards.
#include "desk/panes/finding_row.h"
#include "desk/panes/ladder.h"
#include "desk/practice/screen_view.h"
#include "support/practice_desk.h"

namespace underpaint {
namespace {

class ScreenDesk : public testing::PracticeDesk {
protected:
    ScreenView& screen() const { return *find<ScreenView>("screen_view"); }
    /// Sees what is further from black or white than so much, and else says left.
    void check(double dark, double light) {
        click("check_screen");
        ASSERT_TRUE(screen().isVisible());
        EXPECT_TRUE(screen().hasFocus());
        int asked = 0;
        while (screen().question() && asked < 100) {
            const ScreenQuestion& question = *screen().question();
            const bool seen = question.level > (question.end == ScreenEnd::dark ? dark : light);
            const bool right = seen ? question.right : ++guesses_ % 2 == 0;
            QTest::keyClick(&screen(), right ? Qt::Key_Right : Qt::Key_Left);
            ++asked;
        }
        EXPECT_EQ(asked, 32);
        // The grey: back to where it has no colour.
        for (int i = 0; i < 40 && std::abs(screen().match().b) > 0.003; ++i)
            QTest::keyClick(&screen(), screen().match().b > 0 ? Qt::Key_Left : Qt::Key_Right);
        for (int i = 0; i < 40 && std::abs(screen().match().a) > 0.003; ++i)
            QTest::keyClick(&screen(), screen().match().a > 0 ? Qt::Key_Down : Qt::Key_Up);
        QTest::keyClick(&screen(), Qt::Key_Return);
    }
    QString words() const { return find<QLabel>("screen_words")->text(); }
    int guesses_ = 0;
};

TEST_F(ScreenDesk, IsCheckedInTwoMinutesAndToldOfOnTheLadder) {
    EXPECT_TRUE(find<QLabel>("screen_standing")->text().contains("not checked yet"));
    auto* ladder = find<Ladder>("ladder");
    const QImage before = ladder->grab().toImage();
    check(0.3, 0.02);
    const ScreenCheck* kept = session().screen.check();
    ASSERT_NE(kept, nullptr);
    EXPECT_NEAR(kept->darkest(), 1.3, 0.15);
    EXPECT_GT(kept->lightest(), 8.9);
    ASSERT_TRUE(kept->grey);
    EXPECT_LT(off_neutral(*kept->grey), kLooksGrey);
    EXPECT_TRUE(words().contains("Grey looks grey")) << words().toStdString();
    EXPECT_NE(ladder->grab().toImage(), before) << "dots";
    EXPECT_TRUE(ladder->toolTip().contains("tells no steps apart"));
    EXPECT_TRUE(find<QLabel>("screen_standing")->text().contains("told apart from"));
    click("screen_back");
    EXPECT_TRUE(view().isVisible());
    // The next sitting knows it; another screen does not.
    window_.reset();
    start();
    ASSERT_NE(session().screen.check(), nullptr);
    session().screen.move_to("another", "", nullptr);
    EXPECT_EQ(session().screen.check(), nullptr);
}

TEST_F(ScreenDesk, ALighterRoomIsSaidAndAnUnfinishedCheckIsNotKept) {
    check(0.03, 0.02);
    EXPECT_FALSE(words().contains("last check"));
    check(0.45, 0.02);
    EXPECT_TRUE(words().contains("lighter here")) << words().toStdString();
    const auto when = session().screen.check()->dark.level;
    click("check_screen");
    QTest::keyClick(&screen(), Qt::Key_Left);
    QTest::keyClick(&screen(), Qt::Key_Escape);
    EXPECT_TRUE(view().isVisible());
    EXPECT_EQ(session().screen.check()->dark.level, when);
}

TEST_F(ScreenDesk, AFindingThatLiesThereSaysSo) {
    // Two very dark parts that change places.
    Painting made = testing::sealed(testing::grey_picture({400, 300}, [](int x, int) {
        return x < 130 ? testing::encoded(1.1) : x < 260 ? testing::encoded(1.5) : 0.7F;
    }));
    made = testing::with_columns(std::move(made), "Left", 0, 129);
    made = testing::with_columns(std::move(made), "Right", 130, 259);
    Pass ink = testing::tint(grey(0), BlendMode::normal);
    ink.reach.parts = {made.parts[1].id};
    made = with_pass(made, ink);
    begin(made);
    window_->show_bench("passes");
    settle();
    const auto said = [&] {
        int rows = 0;
        for (const auto* row : window_->findChildren<FindingRow*>())
            for (const auto* label : row->findChildren<QLabel*>())
                rows += label->text().contains("This screen tells no steps apart there");
        return rows;
    };
    EXPECT_EQ(said(), 0) << "nobody knows";
    ScreenCheck check;
    check.dark = {0.6, 0.5, 0.6};
    session().screen.keep(check);
    ASSERT_TRUE(wait([&] { return said() > 0; }));
    session().screen.move_to("another", "", nullptr);
    ASSERT_TRUE(wait([&] { return said() == 0; }));
}

}  // namespace
}  // namespace underpaint
