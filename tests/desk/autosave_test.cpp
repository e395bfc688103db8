// SPDX-License-Identifier: GPL-3.0-or-later
// What is not saved is kept beside the interface, and offered at the next start.
#include <signal.h>

#include <nlohmann/json.hpp>

#include "desk/window/ending.h"
#include "files/left_work.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

using testing::DeskTest;
using testing::slipping_painting;

class AutosaveTest : public DeskTest {
protected:
    std::filesystem::path store() const { return window_->autosave().store(); }
    std::size_t folders() const {
        std::error_code error;
        std::filesystem::directory_iterator at(store(), error);
        return error ? 0 : static_cast<std::size_t>(std::distance(at, {}));
    }
    /// A painting in a file, opened, with a change that is not saved.
    void change_something() {
        Painting painting = slipping_painting();
        painting.name = "Cart";
        begin(painting);
        picked_ = folder_ / "cart.ora";
        trigger("save");
        ASSERT_TRUE(wait([&] { return !window_->files().busy(); }));
        Painting next = this->painting();
        next.passes[1].strength = 0.1F;
        session().document.change("Ease Wash", next);
    }
    bool kept() const {
        return window_->autosave().kept() && session().document.unsaved() && folders() == 1;
    }
    /// The program ends without a word, and is started again.
    void crash_and_start() {
        window_.reset();
        start();
        window_->unsaved().offer();
    }
};

TEST_F(AutosaveTest, KeepsAChangeThatRestsAndDropsItWhenSaved) {
    change_something();
    EXPECT_FALSE(kept());
    ASSERT_TRUE(wait([&] { return kept(); }));
    EXPECT_EQ(
        open_left_work(std::filesystem::directory_iterator(store())->path())->passes[1].strength,
        0.1F);
    trigger("save");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved(); }));
    EXPECT_TRUE(wait([&] { return folders() == 0; }));
}

TEST_F(AutosaveTest, KeepsWhatNeverRestsToo) {
    change_something();
    float strength = 0.2F;
    QElapsedTimer time;
    time.start();
    while (time.elapsed() < testing::kHang && folders() == 0) {
        Painting next = painting();
        next.passes[1].strength = strength += 0.001F;
        session().document.change("Ease Wash", next, "drag");
        QTest::qWait(50);
    }
    EXPECT_EQ(folders(), 1U);
}

/// What was left may have been changed by anyone: it names another file, and no stamp, or that of
/// its own file.
TEST_F(AutosaveTest, WhatIsBroughtBackIsSavedOverNoFileUnasked) {
    for (const bool stamped : {false, true}) {
        change_something();
        ASSERT_TRUE(wait([&] { return kept(); }));
        ASSERT_TRUE(save_png(folder_ / "other.ora", testing::ramp({5, 4})));
        const std::string other = testing::read_text(folder_ / "other.ora");
        const auto manifest =
            std::filesystem::directory_iterator(store())->path() / "painting.json";
        auto json = nlohmann::ordered_json::parse(testing::read_text(manifest));
        json["note"]["file"] = (folder_ / "other.ora").string();
        if (!stamped) json["note"].erase("stamp");
        window_.reset();
        testing::write_text(manifest, json.dump());
        start();
        window_->unsaved().offer();
        answer("Bring it back");
        ASSERT_TRUE(wait([&] { return session().document.has_painting(); }));
        settle();
        if (!stamped) {
            EXPECT_TRUE(notice().contains("saving asks for a name")) << notice().toStdString();
        }
        const int asked = asked_;
        trigger("save");
        ASSERT_TRUE(wait([&] { return !window_->files().saving(); }));
        if (stamped)
            EXPECT_TRUE(notice().contains("changed")) << notice().toStdString();
        else
            EXPECT_EQ(asked_, asked + 1);
        EXPECT_TRUE(session().document.unsaved());
        EXPECT_EQ(testing::read_text(folder_ / "other.ora"), other);
        window_->autosave().drop();
        window_.reset();
        std::filesystem::remove(folder_ / "cart.ora");
        start();
    }
}

TEST_F(AutosaveTest, UndoingToWhatIsSavedDropsIt) {
    change_something();
    ASSERT_TRUE(wait([&] { return kept(); }));
    trigger("undo");
    EXPECT_TRUE(wait([&] { return folders() == 0; }));
}

TEST_F(AutosaveTest, IsOfferedAtTheNextStartAndShownBesideTheFile) {
    change_something();
    ASSERT_TRUE(wait([&] { return kept(); }));
    crash_and_start();
    EXPECT_FALSE(session().document.has_painting()) << "nothing is taken unasked";
    EXPECT_TRUE(
        notice().startsWith("Cart was not saved when the program ended: one change, the "
                            "last “Ease Wash”, kept "))
        << notice().toStdString();
    answer("Bring it back");
    ASSERT_TRUE(wait([&] { return session().document.has_painting(); }));
    settle();
    EXPECT_EQ(painting().passes[1].strength, 0.1F);
    EXPECT_TRUE(session().document.unsaved());
    EXPECT_EQ(session().document.file(), folder_ / "cart.ora");
    ASSERT_TRUE(session().outlook.comparison());
    EXPECT_EQ(session().outlook.comparison()->left, "as saved");
    EXPECT_TRUE(notice().contains("Left of the seam is the file as it was saved"));
    // It is kept on in the same place, and gone when it is saved over its file.
    EXPECT_EQ(folders(), 1U);
    answer("Close");
    trigger("save");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved(); }));
    EXPECT_TRUE(wait([&] { return folders() == 0; }));
}

TEST_F(AutosaveTest, IsThrownAwayOnlyWhenAskedTwice) {
    change_something();
    ASSERT_TRUE(wait([&] { return kept(); }));
    crash_and_start();
    answer("Throw it away");
    EXPECT_TRUE(notice().contains("gone for good"));
    answer("Keep it");
    EXPECT_EQ(folders(), 1U);
    trigger("unsaved");
    answer("Throw it away");
    answer("Throw it away");
    EXPECT_EQ(folders(), 0U);
    trigger("unsaved");
    EXPECT_TRUE(notice().startsWith("No unsaved work"));
}

TEST_F(AutosaveTest, AFileThatIsGoneOrChangedIsSaidOrAskedAbout) {
    change_something();
    ASSERT_TRUE(wait([&] { return kept(); }));
    std::filesystem::rename(folder_ / "cart.ora", folder_ / "elsewhere.ora");
    crash_and_start();
    answer("Bring it back");
    ASSERT_TRUE(wait([&] { return session().document.has_painting(); }));
    settle();
    EXPECT_TRUE(notice().contains("cart.ora is gone")) << notice().toStdString();
    EXPECT_TRUE(session().document.file().empty());
    EXPECT_FALSE(session().outlook.comparison());

    ASSERT_TRUE(wait([&] { return kept(); }));
    ASSERT_TRUE(save_painting(folder_ / "other.ora", slipping_painting()));
    picked_ = folder_ / "cart.ora";
    trigger("save_as");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved(); }));
    Painting next = painting();
    next.passes[0].strength = 0.3F;
    session().document.change("Ease Blue", next);
    ASSERT_TRUE(wait([&] { return kept(); }));
    std::filesystem::rename(folder_ / "other.ora", folder_ / "cart.ora");
    crash_and_start();
    answer("Bring it back");
    ASSERT_TRUE(wait([&] { return session().document.has_painting(); }));
    settle();
    trigger("save");
    ASSERT_TRUE(wait([&] { return notice().contains("another program has changed it"); }));
}

TEST_F(AutosaveTest, WhatTheProgramIsEndedByIsHeardBeforeItEnds) {
    change_something();
    ASSERT_FALSE(kept());
    {
        const Ending ending([&] { window_->autosave().keep_now(); });
        ::raise(SIGTERM);
        ASSERT_TRUE(wait([&] { return folders() == 1; }));
        EXPECT_TRUE(window_->autosave().kept());
    }
    crash_and_start();
    EXPECT_TRUE(notice().contains("“Ease Wash”"));
}

TEST_F(AutosaveTest, WhereItCannotBeKeptThatIsSaidOnce) {
    std::filesystem::create_directories(store().parent_path());
    testing::write_text(store(), "in the way");
    change_something();
    ASSERT_TRUE(wait([&] { return notice().startsWith("What is not saved can't be kept"); }));
    answer("Close");
    Painting next = painting();
    next.passes[1].strength = 0.3F;
    session().document.change("Ease Wash", next);
    QTest::qWait(2500);
    EXPECT_EQ(notice(), QString());
    EXPECT_EQ(painting().passes[1].strength, 0.3F) << "work goes on";
}

}  // namespace
}  // namespace underpaint
