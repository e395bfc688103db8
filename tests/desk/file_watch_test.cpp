// SPDX-License-Identifier: GPL-3.0-or-later
// The painting's file in other hands: another program, another window.
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

using testing::DeskTest;
using testing::slipping_painting;

class FileWatchTest : public DeskTest {
protected:
    FileWatchTest() {
        begin(slipping_painting());
        picked_ = folder_ / "cart.ora";
        trigger("save");
        EXPECT_TRUE(
            wait([&] { return !session().document.unsaved() && !window_->files().busy(); }));
    }
    /// The same painting with another wash, written by somebody else.
    void change_it_elsewhere(const char* name = "cart.ora") {
        Painting theirs = slipping_painting();
        theirs.passes[1].strength = 0.7F;
        ASSERT_TRUE(save_painting(folder_ / name, theirs));
    }
    bool told() const { return notice().contains("was changed by another program"); }
};

TEST_F(FileWatchTest, AChangeIsNoticedAtOnceAndTheirsIsOpened) {
    change_it_elsewhere();
    ASSERT_TRUE(wait([&] { return told(); }));
    answer("Open theirs");
    ASSERT_TRUE(wait([&] { return painting().passes[1].strength == 0.7F; }));
    settle();
    EXPECT_FALSE(session().document.unsaved());
    // And again: it is watched as it is now.
    change_it_elsewhere();
    EXPECT_TRUE(wait([&] { return told(); }));
}

TEST_F(FileWatchTest, MineIsKeptAsACopy) {
    change_it_elsewhere();
    ASSERT_TRUE(wait([&] { return told(); }));
    answer("Keep mine as a copy");
    ASSERT_TRUE(wait([&] { return session().document.file() == folder_ / "cart (mine).ora"; }));
    EXPECT_EQ(open_painting(folder_ / "cart (mine).ora", "2026-11-24")->painting.passes[1].strength,
              0.4F);
    EXPECT_EQ(open_painting(folder_ / "cart.ora", "2026-11-24")->painting.passes[1].strength, 0.7F);
}

TEST_F(FileWatchTest, BothAreCompared) {
    change_it_elsewhere();
    ASSERT_TRUE(wait([&] { return told(); }));
    answer("Compare");
    ASSERT_TRUE(wait([&] { return session().outlook.comparison().has_value(); }));
    settle();
    EXPECT_EQ(session().outlook.comparison()->left, "theirs");
    EXPECT_EQ(session().outlook.comparison()->right, "mine");
    EXPECT_EQ(painting().passes[1].strength, 0.4F) << "mine is as it was";
    // Both in colour, and theirs has more of the wash.
    const QColor theirs = shown(100, 280), mine = shown(300, 280);
    for (const QColor& colour : {theirs, mine}) EXPECT_NE(colour.red(), colour.blue());
    EXPECT_GT(theirs.red() - theirs.blue(), mine.red() - mine.blue());
    // One of another size can't stand beside it.
    ASSERT_TRUE(save_painting(folder_ / "cart.ora", testing::sealed(testing::ramp({20, 20}))));
    ASSERT_TRUE(wait([&] { return told(); }));
    answer("Compare");
    EXPECT_TRUE(wait([&] { return notice().contains("can't be shown beside yours"); }));
}

TEST_F(FileWatchTest, OwnSavesAndWhatIsBesideAreNoChange) {
    for (const float strength : {0.1F, 0.2F}) {
        Painting next = painting();
        next.passes[1].strength = strength;
        session().document.change("Ease Wash", next);
        trigger("save");
        ASSERT_TRUE(
            wait([&] { return !session().document.unsaved() && !window_->files().busy(); }));
        change_it_elsewhere("another.ora");
        QTest::qWait(700);
        EXPECT_EQ(notice(), QString());
    }
    // Nor is one that is gone: it can be saved anew.
    std::filesystem::remove(folder_ / "cart.ora");
    QTest::qWait(700);
    EXPECT_EQ(notice(), QString());
}

TEST_F(FileWatchTest, ASecondWindowWithTheSameFileSaysSo) {
    MainWindow second([] { return std::string("2026-11-24"); }, [this] { return now_; });
    std::filesystem::create_symlink(folder_ / "cart.ora", folder_ / "link.ora");
    for (const char* name : {"cart.ora", "link.ora"}) {
        second.files().open_file(folder_ / name);
        ASSERT_TRUE(wait([&] {
            return second.session().document.has_painting() && !second.files().busy() &&
                   second.session().document.file() == folder_ / name;
        }));
        EXPECT_TRUE(second.findChild<NoticeBar*>("notice")->text().contains("in another window"))
            << name;
    }
    EXPECT_EQ(notice(), QString()) << "the first one has it";
}

}  // namespace
}  // namespace underpaint
