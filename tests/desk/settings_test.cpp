// SPDX-License-Identifier: GPL-3.0-or-later
// What is set for this machine: the screen's profile, memory for speed.
#include "desk/window/display.h"
#include "support/desk_fixture.h"
#include "support/encoders.h"

namespace underpaint {
namespace {

class Settings : public testing::DeskTest {
protected:
    void SetUp() override {
        Painting painting = testing::sealed(Picture({60, 40}, Channels::grey, Depth::bits8, 0.5F));
        begin(with_pass(painting, testing::tint({1, 0, 0}, BlendMode::normal)));
    }
    /// An entry of a submenu of the file menu.
    QAction* entry(const char* menu, const QString& label) const {
        auto* found = find<QMenu>(menu);
        emit found->aboutToShow();
        for (QAction* action : found->actions())
            if (action->text() == label) return action;
        ADD_FAILURE() << "no entry " << label.toStdString();
        return nullptr;
    }
    void choose_profile(const std::filesystem::path& file) {
        picked_ = file;
        entry("screen_colours", "Choose an ICC profile…")->trigger();
        settle();
    }
    std::filesystem::path profile() const {
        const auto file = folder_ / "wide.icc";
        EXPECT_TRUE(replace_file(file, testing::wide_profile()));
        return file;
    }
};

TEST_F(Settings, AProfileOfTheScreenChangesWhatIsShownAndNothingElse) {
    EXPECT_EQ(shown(30, 20), QColor(255, 0, 0));
    choose_profile(profile());
    EXPECT_LT(shown(30, 20).red(), 250);
    EXPECT_GT(shown(30, 20).green(), 30);
    EXPECT_FALSE(session().document.unsaved());
    EXPECT_TRUE(entry("screen_colours", "wide.icc")->isChecked());

    MainWindow again([] { return std::string("2026-11-24"); });
    EXPECT_EQ(again.findChild<Display*>()->chosen(), folder_ / "wide.icc") << "it is remembered";
    EXPECT_NE(again.findChild<Display*>()->transform(), nullptr);

    entry("screen_colours", "As the system says, else sRGB")->trigger();
    settle();
    EXPECT_EQ(shown(30, 20), QColor(255, 0, 0));
}

TEST_F(Settings, AFileThatIsNoProfileIsSaidAndNotTaken) {
    const auto file = folder_ / "notes.icc";
    testing::write_text(file, "not a profile");
    choose_profile(file);
    EXPECT_TRUE(notice().contains("notes.icc")) << notice().toStdString();
    EXPECT_TRUE(notice().contains("not an ICC profile"));
    EXPECT_EQ(shown(30, 20), QColor(255, 0, 0));
    EXPECT_TRUE(window_->findChild<Display*>()->chosen().empty());
    choose_profile(folder_ / "gone.icc");
    EXPECT_TRUE(notice().contains("gone.icc")) << notice().toStdString();
}

TEST_F(Settings, MemoryForSpeedIsKeptAndRemembered) {
    EXPECT_TRUE(entry("memory", "256 MB")->isChecked());
    entry("memory", "64 MB")->trigger();
    settle();
    EXPECT_EQ(shown(30, 20), QColor(255, 0, 0));
    MainWindow again([] { return std::string("2026-11-24"); });
    const auto* menu = again.findChild<QMenu*>("memory");
    ASSERT_NE(menu, nullptr);
    EXPECT_TRUE(menu->actions().first()->isChecked());
}

}  // namespace
}  // namespace underpaint
