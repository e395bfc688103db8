// SPDX-License-Identifier: GPL-3.0-or-later
// What a file was before it was saved over can be opened again.
#include "files/earlier_versions.h"

#include <fstream>

#include "desk/window/file_names.h"
#include "files/open_any.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class EarlierVersions : public testing::DeskTest {
protected:
    std::filesystem::path cart() const { return folder_ / "cart & ox.ora"; }
    /// A sitting in which the file is opened, changed and saved twice.
    void sit(float strength) {
        window_->files().open_file(cart());
        ASSERT_TRUE(wait([&] { return session().document.file() == cart(); }));
        for (const float each : {strength / 3, strength}) {
            Painting next = painting();
            next.passes[1].strength = each;
            session().document.change("Ease Wash", next);
            trigger("save");
            ASSERT_TRUE(wait([&] { return !session().document.unsaved(); }))
                << notice().toStdString();
        }
    }
    /// Files have moments of whole seconds here.
    void saved_at(int day) const {
        const std::chrono::sys_seconds then =
            std::chrono::sys_days(std::chrono::year(2026) / 11 / day);
        std::filesystem::last_write_time(cart(), std::chrono::file_clock::from_sys(then));
    }
    float strength_in(const std::filesystem::path& file) const {
        return open_any(file, "2026-11-24")->painting.passes[1].strength;
    }
    std::vector<EarlierVersion> versions() const {
        return earlier_versions(earlier_store(), cart());
    }
    void SetUp() override {
        Painting first = testing::slipping_painting();
        first.passes[1].strength = 0.9F;
        ASSERT_TRUE(save_painting(cart(), first));
        saved_at(1);
    }
    void set_kept(const QString& label) const {
        for (QAction* action : find<QMenu>("earlier_versions")->actions())
            if (action->text() == label) action->trigger();
    }
};

TEST_F(EarlierVersions, OneIsKeptOnceASitting) {
    sit(0.5F);
    ASSERT_EQ(versions().size(), 1U);
    EXPECT_EQ(strength_in(versions()[0].kept), 0.9F) << "as it was before the sitting";
    saved_at(2);
    start();
    sit(0.3F);
    ASSERT_EQ(versions().size(), 1U) << "one of each file";
    EXPECT_EQ(strength_in(versions()[0].kept), 0.5F);
    EXPECT_EQ(strength_in(cart()), 0.3F);
}

/// What was kept is a file of its own from the start: a save that is refused afterwards, and
/// another program that writes into the painting's file in place, change nothing of it.
TEST_F(EarlierVersions, OneIsNoSecondNameOfTheFile) {
    ASSERT_TRUE(keep_earlier(earlier_store(), cart(), 1));
    ASSERT_EQ(versions().size(), 1U);
    const auto kept = versions()[0].kept;
    EXPECT_EQ(std::filesystem::hard_link_count(cart()), 1U);
    std::fstream(cart(), std::ios::in | std::ios::out | std::ios::binary) << "written in place";
    EXPECT_EQ(strength_in(kept), 0.9F);
    EXPECT_EQ(static_cast<int>(std::filesystem::status(kept).permissions()), 0600);
    EXPECT_EQ(std::distance(std::filesystem::directory_iterator(kept.parent_path()), {}), 1);
}

TEST_F(EarlierVersions, AsManyAreKeptAsAreWanted) {
    set_kept("five of each file");
    for (int sitting = 0; sitting < 7; ++sitting) {
        saved_at(2 + sitting);
        start();
        sit(0.1F + 0.1F * static_cast<float>(sitting));
    }
    EXPECT_EQ(versions().size(), 5U);
    set_kept("none");
    saved_at(20);
    start();
    sit(0.05F);
    EXPECT_EQ(versions().size(), 5U) << "no other, and those that are there stay";
}

TEST_F(EarlierVersions, OneIsOpenedAsAPaintingWithoutAFile) {
    sit(0.5F);
    QMenu* again = nullptr;
    for (QMenu* menu : window_->findChildren<QMenu*>())
        if (menu->title() == "Open again") again = menu;
    ASSERT_NE(again, nullptr);
    emit again->aboutToShow();
    QAction* earlier = nullptr;
    for (QAction* action : again->actions())
        if (action->text().startsWith("cart && ox.ora, saved 1 November 2026 at "))
            earlier = action;
    ASSERT_NE(earlier, nullptr);
    earlier->trigger();
    ASSERT_TRUE(wait([&] { return painting().passes[1].strength == 0.9F; }));
    EXPECT_TRUE(session().document.file().empty());
    EXPECT_TRUE(notice().contains("It belongs to no file")) << notice().toStdString();
    EXPECT_EQ(window_->files().recent().size(), 1) << "it is no file of the painter's";
    trigger("save");
    EXPECT_EQ(asked_, 1) << "saving asks for a name";
    EXPECT_EQ(strength_in(cart()), 0.5F);
}

TEST_F(EarlierVersions, WhereNoneCanBeKeptThePaintingIsSavedAndThatIsSaid) {
    std::filesystem::create_directories(earlier_store().parent_path());
    testing::write_text(earlier_store(), "in the way");
    sit(0.5F);
    EXPECT_EQ(strength_in(cart()), 0.5F);
    EXPECT_TRUE(notice().contains("the version before could not be kept"))
        << notice().toStdString();
}

TEST_F(EarlierVersions, OfAllFilesTogetherTheyAreBounded) {
    for (int i = 0; i < 50; ++i) {
        const auto file = folder_ / ("study-" + std::to_string(i) + ".ora");
        std::filesystem::copy_file(cart(), file);
        ASSERT_TRUE(keep_earlier(earlier_store(), file, 1));
    }
    std::size_t all = 0;
    for (const auto& each : std::filesystem::recursive_directory_iterator(earlier_store()))
        all += each.is_regular_file() ? 1 : 0;
    EXPECT_EQ(all, kMostEarlier);
    EXPECT_TRUE(keep_earlier(earlier_store(), folder_ / "gone.ora", 1)) << "nothing to keep";
}

}  // namespace
}  // namespace underpaint
