// SPDX-License-Identifier: GPL-3.0-or-later
// What a painter goes on doing while files are opened and saved is never lost.
#include <sys/stat.h>

#include <QPointer>
#include <QSemaphore>
#include <chrono>
#include <thread>

#include "files/openraster.h"
#include "files/zip_container.h"
#include "painting/reframed.h"
#include "support/desk_fixture.h"
#include "support/stand_in_device.h"

namespace underpaint {
namespace {

class EndangeredWork : public testing::DeskTest {
protected:
    ~EndangeredWork() override { gate_->release(100); }

    void rename(const char* name) {
        Painting next = painting();
        next.name = name;
        session().document.change("Rename", next);
    }

    /// Files open only when they are let through.
    void hold_openings() {
        window_->files().set_opener([gate = gate_](const std::filesystem::path& file,
                                                   const std::stop_token&,
                                                   const Progress&) -> Result<OpenedPainting> {
            gate->acquire();
            OpenedPainting opened;
            opened.painting = testing::slipping_painting();
            opened.painting.name = file.stem().string();
            opened.ours = true;
            return opened;
        });
    }

    void save_as(const char* name) {
        picked_ = folder_ / name;
        trigger("save_as");
        ASSERT_TRUE(
            wait([&] { return !session().document.unsaved() && !window_->files().saving(); }));
    }
    std::string name_in(const char* file) {
        return open_painting(folder_ / file, "2026-01-01")->painting.name;
    }
    std::shared_ptr<QSemaphore> gate_ = std::make_shared<QSemaphore>();
};

TEST_F(EndangeredWork, ANameThatLackedItsEndingIsAskedAboutAgain) {
    begin(testing::slipping_painting());
    testing::write_text(folder_ / "old.ora", "precious");
    picked_ = folder_ / "old";
    trigger("save_as");
    EXPECT_TRUE(notice().contains("old.ora is there already")) << notice().toStdString();
    answer("Cancel");
    EXPECT_EQ(testing::read_text(folder_ / "old.ora"), "precious");
    testing::write_text(folder_ / "old.png", "precious");
    picked_ = folder_ / "old";
    trigger("export");
    EXPECT_TRUE(notice().contains("old.png is there already"));
    EXPECT_FALSE(window_->files().busy());
    answer("Replace it");
    ASSERT_TRUE(wait([&] { return notice().contains("Exported to"); }));
    EXPECT_NE(testing::read_text(folder_ / "old.png"), "precious");
}

TEST_F(EndangeredWork, EditsMadeWhileAFileOpensAreAskedAbout) {
    begin(testing::slipping_painting());
    hold_openings();
    window_->files().open_file("/next.ora");
    EXPECT_EQ(notice(), "Opening next.ora");
    rename("Edited meanwhile");
    gate_->release();
    ASSERT_TRUE(wait([&] { return notice().contains("changes that are not saved"); }));
    EXPECT_EQ(painting().name, "Edited meanwhile");
    answer("Stay");
    EXPECT_EQ(painting().name, "Edited meanwhile");
    EXPECT_EQ(session().document.history().undo_label(), "Rename");

    // What was given up before is given up, and what came after it is not.
    window_->files().open_file("/next.ora");
    answer("Drop them");
    rename("Edited again");
    gate_->release();
    ASSERT_TRUE(wait([&] { return notice().contains("changes that are not saved"); }));
    answer("Drop them");
    EXPECT_EQ(painting().name, "next");
    EXPECT_FALSE(session().document.unsaved());
}

TEST_F(EndangeredWork, TimeThatIsLoggedMeanwhileIsNoChangeToAskAbout) {
    begin(testing::slipping_painting());
    rename("Changed");
    hold_openings();
    window_->files().open_file("/next.ora");
    answer("Drop them");
    WorkLog log = painting().log;
    log.times.push_back({"paint", *date_from_iso("2026-03-04"), 600, 40});
    session().document.log(log);
    gate_->release();
    ASSERT_TRUE(wait([&] { return painting().name == "next"; }));
}

TEST_F(EndangeredWork, WhatWasGivenUpForNothingIsAskedAboutAgain) {
    begin(testing::slipping_painting());
    rename("Changed");
    window_->files().open_file(folder_ / "none.ora");
    answer("Drop them");
    ASSERT_TRUE(wait([&] { return notice().contains("no such file"); }));
    EXPECT_FALSE(window_->close());
    EXPECT_TRUE(notice().contains("changes that are not saved"));
}

TEST_F(EndangeredWork, QuitLooksAgainWhenTheSaveHasEnded) {
    begin(testing::with_pass_over_noise({1600, 1200}));
    rename("First");
    EXPECT_FALSE(window_->close());
    picked_ = folder_ / "a.ora";
    answer("Save");
    rename("Second");
    ASSERT_TRUE(wait([&] { return notice().contains("changes that are not saved"); }));
    EXPECT_TRUE(window_->isVisible());
    EXPECT_EQ(name_in("a.ora"), "First");
    answer("Save");
    ASSERT_TRUE(wait([&] { return !window_->isVisible(); }));
    EXPECT_EQ(name_in("a.ora"), "Second");
}

TEST_F(EndangeredWork, QuitWaitsForASaveThatIsUnderWay) {
    begin(testing::with_pass_over_noise({1600, 1200}));
    rename("Last");
    picked_ = folder_ / "a.ora";
    trigger("save");
    EXPECT_FALSE(window_->close());
    ASSERT_TRUE(wait([&] { return !window_->isVisible(); }));
    EXPECT_EQ(name_in("a.ora"), "Last");
}

TEST_F(EndangeredWork, AFolderThatStallsKeepsNobodyFromWorking) {
    std::filesystem::create_directory(folder_ / "net");
    begin(testing::slipping_painting());
    rename("First");
    save_as("net/a.ora");
    rename("Second");
    testing::StandInDevice net(folder_ / "net");
    trigger("save");
    ASSERT_TRUE(wait([&] { return net.is_waited_for(); }));
    EXPECT_EQ(name_in("net/a.ora"), "First");

    rename("Third");
    trigger("undo");
    EXPECT_EQ(painting().name, "Second");
    trigger("redo");
    ASSERT_TRUE(wait([&] { return window_->autosave().kept(); })) << "on a disk that answers";
    EXPECT_TRUE(net.is_waited_for());

    net.answer();
    ASSERT_TRUE(wait([&] { return !window_->files().saving(); }));
    EXPECT_EQ(name_in("net/a.ora"), "Second") << "as it was when it was saved";
    EXPECT_TRUE(session().document.unsaved());
}

TEST_F(EndangeredWork, SavingWhileASaveIsMadeSavesWhatCameAfter) {
    begin(testing::with_pass_over_noise({1600, 1200}));
    rename("First");
    picked_ = folder_ / "a.ora";
    trigger("save");
    ASSERT_TRUE(window_->files().saving());
    rename("Second");
    trigger("save");
    rename("Third");
    trigger("save");
    ASSERT_TRUE(wait([&] { return !window_->files().saving() && !session().document.unsaved(); }));
    EXPECT_EQ(name_in("a.ora"), "Third");
    // Nothing changed since: one save is enough.
    trigger("save");
    ASSERT_TRUE(window_->files().saving());
    trigger("save");
    ASSERT_TRUE(wait([&] { return !window_->files().saving(); }));
    // Nor is another painting saved that nobody asked to be.
    rename("Fourth");
    trigger("save");
    trigger("save");
    session().document.begin(testing::slipping_painting(), {}, false);
    ASSERT_TRUE(wait([&] { return !window_->files().busy(); }));
    QTest::qWait(50);
    EXPECT_FALSE(window_->files().saving());
    EXPECT_TRUE(session().document.file().empty());
    EXPECT_EQ(name_in("a.ora"), "Fourth");
}

TEST_F(EndangeredWork, ASaveThatEndsLateBelongsToItsOwnPainting) {
    begin(testing::with_pass_over_noise({1600, 1200}));
    rename("Old");
    picked_ = folder_ / "old.ora";
    trigger("save");
    ASSERT_TRUE(window_->files().saving());
    session().document.begin(testing::slipping_painting(), {}, false);
    ASSERT_TRUE(wait([&] { return !window_->files().busy(); }));
    EXPECT_TRUE(session().document.file().empty()) << "the new painting has no file";
    EXPECT_TRUE(session().document.unsaved());
    EXPECT_EQ(name_in("old.ora"), "Old");
}

TEST_F(EndangeredWork, AFileThatSomebodyElseChangedIsAskedAbout) {
    begin(testing::slipping_painting());
    rename("Mine");
    save_as("a.ora");
    Painting theirs = painting();
    theirs.name = "Theirs";
    ASSERT_TRUE(save_painting(folder_ / "a.ora", theirs));
    rename("Mine still");
    trigger("save");
    ASSERT_TRUE(wait([&] { return notice().contains("another program has changed it"); }));
    EXPECT_EQ(name_in("a.ora"), "Theirs");
    answer("Cancel");
    EXPECT_TRUE(session().document.unsaved());
    EXPECT_EQ(name_in("a.ora"), "Theirs");

    trigger("save");
    ASSERT_TRUE(wait([&] { return notice().contains("another program has changed it"); }));
    answer("Keep mine as a copy");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved(); }));
    EXPECT_EQ(name_in("a.ora"), "Theirs");
    EXPECT_EQ(name_in("a (mine).ora"), "Mine still");
    EXPECT_EQ(session().document.file().filename(), "a (mine).ora");

    // One's own saves are no change by another.
    rename("Mine once more");
    trigger("save");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved(); }));
    EXPECT_EQ(name_in("a (mine).ora"), "Mine once more");
}

TEST_F(EndangeredWork, AReadOnlyFileIsAskedAbout) {
    begin(testing::slipping_painting());
    rename("First");
    save_as("a.ora");
    std::filesystem::permissions(folder_ / "a.ora", std::filesystem::perms::owner_read);
    rename("Second");
    trigger("save");
    ASSERT_TRUE(wait([&] { return notice().contains("read-only"); }));
    EXPECT_EQ(name_in("a.ora"), "First");
    answer("Replace it");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved(); }));
    EXPECT_EQ(name_in("a.ora"), "Second");
}

TEST_F(EndangeredWork, SavingDoesNotWaitForOpening) {
    begin(testing::slipping_painting());
    rename("Safe");
    hold_openings();
    window_->files().open_file("/stuck.ora");
    answer("Drop them");
    EXPECT_TRUE(find<QAction>("save")->isEnabled());
    save_as("a.ora");
    EXPECT_EQ(name_in("a.ora"), "Safe");
    EXPECT_EQ(notice(), "Opening stuck.ora") << "which goes on";
    answer("Stop");
    EXPECT_FALSE(window_->files().busy());
    // The one that hangs does not keep a newer one from opening.
    window_->files().set_opener(
        [](const auto&, const auto&, const auto&) -> Result<OpenedPainting> {
            OpenedPainting opened;
            opened.painting = testing::slipping_painting();
            opened.painting.name = "Another";
            return opened;
        });
    window_->files().open_file("/other.ora");
    EXPECT_TRUE(wait([&] { return painting().name == "Another"; }));
}

TEST_F(EndangeredWork, AWindowThatIsClosedDoesNotWaitForADiskThatHangs) {
    begin(testing::slipping_painting());
    hold_openings();
    window_->files().open_file("/stuck.ora");
    QTest::qWait(50);
    EXPECT_TRUE(window_->close());
    const auto before = std::chrono::steady_clock::now();
    window_.reset();
    EXPECT_LT(std::chrono::steady_clock::now() - before, std::chrono::seconds(10));
    // What comes of it later is dropped.
    gate_->release();
    std::this_thread::sleep_for(std::chrono::milliseconds(50));
    QCoreApplication::processEvents();
}

TEST_F(EndangeredWork, OnlyPlainFilesAreOpened) {
    ASSERT_EQ(::mkfifo((folder_ / "pipe.ora").c_str(), 0600), 0);
    ASSERT_EQ(::mkfifo((folder_ / "pipe.png").c_str(), 0600), 0);
    for (const char* name : {"pipe.ora", "pipe.png"}) {
        window_->files().open_file(folder_ / name);
        ASSERT_TRUE(wait([&] { return notice().contains("not a plain file"); })) << name;
        answer("Close");
    }
    EXPECT_FALSE(window_->files().busy());
}

TEST_F(EndangeredWork, ATurnTurnsWhatWasEditedMeanwhile) {
    begin(testing::with_pass_over_noise({1500, 1000}));
    trigger("turn_painting_right");
    rename("Edited while it turned");
    ASSERT_TRUE(wait([&] { return painting().size() == Size{1000, 1500}; }));
    EXPECT_EQ(painting().name, "Edited while it turned");
    trigger("undo");
    EXPECT_EQ(painting().name, "Edited while it turned");
}

TEST_F(EndangeredWork, LayersOfAnotherSizeThanThePaintingHasBecomeNoParts) {
    Painting layered = testing::sealed(testing::noise({900, 600}, Channels::grey, Depth::bits8));
    Pass pass = testing::tint({}, BlendMode::normal);
    pass.source =
        Painted{share(testing::noise({500, 300}, Channels::rgb_alpha, Depth::bits8)), 20, 10};
    ASSERT_TRUE(save_painting(folder_ / "layers.ora", with_pass(layered, pass)));
    begin(layered);
    const Painting wide = painting();
    picked_ = folder_ / "layers.ora";
    trigger("layers_as_parts");
    ASSERT_TRUE(window_->files().busy());
    session().document.change("Turn", turned(wide, Turn::right));
    ASSERT_TRUE(wait([&] { return notice().contains("has become another meanwhile"); }));
    EXPECT_TRUE(painting().parts.empty());
}

TEST_F(EndangeredWork, AFileThatCouldNotBeReadWholeIsNotSavedOver) {
    Painting rich = testing::slipping_painting();
    rich.name = "Rich";
    ASSERT_TRUE(save_painting(folder_ / "rich.ora", rich));
    // A later version of the program has saved it.
    const auto zip = *ZipReader::open(folder_ / "rich.ora");
    std::vector<ZipEntry> entries;
    for (const std::string& name : zip.entries()) {
        std::string bytes(text_of(*zip.read(name, 1 << 28)));
        if (const auto at = bytes.find("painting-1\""); at != std::string::npos)
            bytes[at + 9] = '9';
        entries.push_back({name, bytes_of(bytes), false});
    }
    ASSERT_TRUE(write_zip(folder_ / "rich.ora", "rich.ora", entries));
    const std::string before = testing::read_text(folder_ / "rich.ora");
    window_->files().open_file(folder_ / "rich.ora");
    ASSERT_TRUE(
        wait([&] { return session().document.has_painting() && !window_->files().busy(); }));
    EXPECT_TRUE(notice().contains("newer or other version")) << notice().toStdString();
    EXPECT_EQ(painting().passes.size(), 2U) << "its layers are whole";
    picked_ = folder_ / "rich.ora";
    trigger("save");
    EXPECT_NE(proposed_.filename(), "rich.ora");
    EXPECT_TRUE(notice().contains("not saved over")) << notice().toStdString();
    EXPECT_EQ(testing::read_text(folder_ / "rich.ora"), before);
    picked_ = folder_ / "copy.ora";
    answer("Choose another name");
    ASSERT_TRUE(wait([&] { return session().document.file().filename() == "copy.ora"; }));
}

// --- what is offered for another state

TEST_F(EndangeredWork, StaleMendsAreGreyAndNeverTaken) {
    begin(testing::slipping_painting());
    settle_mends();
    const Mend ease = window_->meters().passes.mends(1).front();
    QPointer<QPushButton> button;
    for (auto* each : find("findings")->findChildren<QPushButton*>())
        if (each->text() == QString::fromStdString(ease.label)) button = each;
    ASSERT_TRUE(button);
    session().document.change("Remove", without_pass(painting(), 0));
    // The wash is the first now; what was computed for the second is out of date at once.
    if (button) {
        EXPECT_FALSE(button->isEnabled());
        QTest::mouseClick(button, Qt::LeftButton);
    }
    EXPECT_EQ(session().document.history().undo_label(), "Remove");
    EXPECT_EQ(mended(painting(), ease), painting());
    trigger("undo");
    EXPECT_NE(mended(painting(), ease), painting()) << "on its own state it is taken";
}

TEST_F(EndangeredWork, AFindingsMendGoesToItsOwnPassWhicheverIsChosen) {
    begin(testing::slipping_painting());
    settle_mends();
    session().outlook.set_moment(1);
    settle();
    const Pass first = painting().passes[0];
    take_mend("Hold values");
    EXPECT_EQ(painting().passes[0], first);
    EXPECT_EQ(painting().passes[1].hold, 1);
}

TEST_F(EndangeredWork, ValueMendsOfAPartThatIsGoneAreNotTaken) {
    Painting planned = testing::slipping_painting();
    planned.seals.clear();
    planned.passes.clear();
    Plan plan;
    plan.steps[planned.parts[0].id] = 4.4;
    begin(with_plan(planned, plan));
    const auto off_plan = [&]() -> const Finding* {
        for (const Finding& found : window_->meters().values.findings())
            if (found.code == kPartOff && !found.mends.empty()) return &found;
        return nullptr;
    };
    ASSERT_TRUE(wait([&] { return off_plan() != nullptr; }));
    const Mend mend = off_plan()->mends.front();
    const Painting gone = without_part(painting(), planned.parts[0].id);
    EXPECT_EQ(mended(gone, mend), gone);
    const Painting quarter = turned(painting(), Turn::right);
    EXPECT_EQ(mended(quarter, mend), quarter);
    const auto buttons = find("findings")->findChildren<QPushButton*>();
    EXPECT_TRUE(std::ranges::any_of(buttons, &QPushButton::isEnabled));
    session().document.change("Remove a part", gone);
    for (auto* button : find("findings")->findChildren<QPushButton*>())
        EXPECT_FALSE(button->isEnabled()) << button->text().toStdString();
}

}  // namespace
}  // namespace underpaint
