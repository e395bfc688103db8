// SPDX-License-Identifier: GPL-3.0-or-later
// Opening, saving, dropping, and what is said when it can't be done.
#include <QMimeData>
#include <QSignalSpy>

#include "files/openraster.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class Files : public testing::DeskTest {
protected:
    void change_something() {
        Painting next = painting();
        next.name = "Changed";
        session().document.change("Change", next);
        EXPECT_TRUE(session().document.unsaved());
    }
    void drop(const std::filesystem::path& path) {
        QMimeData data;
        data.setUrls({QUrl::fromLocalFile(QString::fromStdString(path.string()))});
        QDragEnterEvent enter({100, 100}, Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(window_.get(), &enter);
        EXPECT_TRUE(enter.isAccepted());
        QDropEvent event(QPointF(100, 100), Qt::CopyAction, &data, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(window_.get(), &event);
    }
};

TEST_F(Files, AnEmptyDeskSaysWhatToDo) {
    EXPECT_TRUE(find("empty_state")->isVisible());
    EXPECT_FALSE(find<QAction>("save")->isEnabled());
    EXPECT_FALSE(find<QAction>("undo")->isEnabled());
    for (const auto key : {Qt::Key_G, Qt::Key_B, Qt::Key_F, Qt::Key_3, Qt::Key_2})
        QTest::keyClick(window_.get(), key);
    click("empty_bring_in");
    EXPECT_EQ(asked_, 1);
    EXPECT_FALSE(session().document.has_painting()) << "no file was picked";
}

TEST_F(Files, APictureIsDroppedIn) {
    ASSERT_TRUE(save_png(folder_ / "ramp.png", testing::ramp({60, 40})));
    drop(folder_ / "ramp.png");
    ASSERT_TRUE(wait([&] { return session().document.has_painting(); }));
    EXPECT_EQ(painting().name, "ramp");
    EXPECT_FALSE(find("empty_state")->isVisible());
    EXPECT_EQ(window_->files().recent().size(), 1);
}

TEST_F(Files, TheRecentListKeepsTheNewestFirst) {
    for (const char* name : {"a.png", "b.png", "a.png"}) {
        ASSERT_TRUE(save_png(folder_ / name, testing::ramp({20, 20})));
        window_->files().open_file(folder_ / name);
        ASSERT_TRUE(
            wait([&] { return !window_->files().busy() && session().document.has_painting(); }));
    }
    const QStringList recent = window_->files().recent();
    ASSERT_EQ(recent.size(), 2);
    EXPECT_TRUE(recent[0].endsWith("a.png"));
}

TEST_F(Files, ABadFileIsNamedAndTheOpenPaintingUntouched) {
    begin(testing::slipping_painting());
    const Painting before = painting();
    testing::write_text(folder_ / "bad.ora", "not a painting");
    testing::write_text(folder_ / "bad.png", "not a picture");
    for (const char* name : {"bad.ora", "bad.png", "none.png"}) {
        window_->files().open_file(folder_ / name);
        ASSERT_TRUE(wait([&] { return notice().contains(name) && !window_->files().busy(); }))
            << name;
        EXPECT_EQ(painting(), before);
        click("notice_answer_0");
        EXPECT_EQ(notice(), QString());
    }
}

TEST_F(Files, APlaceThatCanNotBeWrittenIsSaidAndTheWorkStaysUnsaved) {
    begin(testing::slipping_painting());
    change_something();
    picked_ = "/proc/no.ora";
    trigger("save");
    ASSERT_TRUE(wait([&] { return notice().contains("/proc/no.ora: could not be saved"); }));
    EXPECT_TRUE(session().document.unsaved());
    EXPECT_TRUE(session().document.file().empty());
}

TEST_F(Files, UnsavedWorkIsAskedAboutAndCanBeKept) {
    begin(testing::slipping_painting());
    change_something();
    trigger("open");
    EXPECT_EQ(asked_, 0) << "the question comes before the picker";
    EXPECT_TRUE(notice().contains("changes that are not saved"));
    click("notice_answer_2");  // stay
    EXPECT_EQ(asked_, 0);
    EXPECT_EQ(painting().name, "Changed");
    EXPECT_EQ(notice(), QString());
}

TEST_F(Files, UnsavedWorkIsSavedBeforeTheNextIsOpened) {
    begin(testing::slipping_painting());
    change_something();
    ASSERT_TRUE(save_png(folder_ / "ramp.png", testing::ramp({60, 40})));
    window_->files().open_file(folder_ / "ramp.png");
    picked_ = folder_ / "kept.ora";
    click("notice_answer_0");  // save
    ASSERT_TRUE(wait([&] { return painting().name == "ramp"; }));
    const auto kept = open_painting(folder_ / "kept.ora", "2026-01-01");
    ASSERT_TRUE(kept);
    EXPECT_EQ(kept->painting.name, "Changed");
}

TEST_F(Files, UnsavedWorkCanBeDropped) {
    begin(testing::slipping_painting());
    change_something();
    ASSERT_TRUE(save_png(folder_ / "ramp.png", testing::ramp({60, 40})));
    drop(folder_ / "ramp.png");
    click("notice_answer_1");
    ASSERT_TRUE(wait([&] { return painting().name == "ramp"; }));
}

TEST_F(Files, ClosingAsksToo) {
    begin(testing::slipping_painting());
    change_something();
    EXPECT_FALSE(window_->close());
    EXPECT_TRUE(window_->isVisible());
    QTest::keyClick(find("notice"), Qt::Key_Escape);  // answers with "Stay"
    EXPECT_TRUE(window_->isVisible());
    EXPECT_FALSE(window_->close());
    click("notice_answer_1");
    EXPECT_TRUE(wait([&] { return !window_->isVisible(); }));
}

TEST_F(Files, WhatIsSavedClosesWithoutAQuestion) {
    begin(testing::slipping_painting());
    EXPECT_TRUE(window_->close());
}

TEST_F(Files, TheTitleTellsWhatIsEdited) {
    begin(testing::slipping_painting());
    EXPECT_FALSE(find<QPushButton>("file_menu")->text().contains("edited"));
    change_something();
    EXPECT_TRUE(find<QPushButton>("file_menu")->text().contains("edited"));
    EXPECT_TRUE(window_->isWindowModified());
    trigger("undo");
    EXPECT_FALSE(find<QPushButton>("file_menu")->text().contains("edited"));
}

TEST_F(Files, LongWorkShowsProgressAndCanBeStopped) {
    begin(testing::with_pass_over_noise({3000, 2000}));
    change_something();
    picked_ = folder_ / "large.ora";
    trigger("save");
    EXPECT_TRUE(notice().startsWith("Saving large.ora"));
    EXPECT_TRUE(window_->files().busy());
    EXPECT_FALSE(find<QAction>("save_as")->isEnabled()) << "one at a time";
    trigger("save");           // what comes after, once this one has ended
    click("notice_answer_0");  // stop
    EXPECT_FALSE(window_->files().busy());
    EXPECT_TRUE(session().document.unsaved());
    // It ends soon, and leaves nothing behind.
    window_->files().open_file(folder_ / "none.png");
    EXPECT_TRUE(
        wait([&] { return notice().contains("none.png") || notice().contains("not saved"); }));
    EXPECT_FALSE(std::filesystem::exists(folder_ / "large.ora"));
}

TEST_F(Files, SavingAgainGoesToTheSameFile) {
    begin(testing::slipping_painting());
    change_something();
    picked_ = folder_ / "a.ora";
    trigger("save");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved(); }));
    Painting next = painting();
    next.name = "Once more";
    session().document.change("Change", next);
    trigger("save");
    ASSERT_TRUE(wait([&] { return !session().document.unsaved(); }));
    EXPECT_EQ(asked_, 1);
    EXPECT_EQ(open_painting(folder_ / "a.ora", "2026-01-01")->painting.name, "Once more");
}

TEST_F(Files, AFileMadeElsewhereIsNotWrittenOver) {
    ASSERT_TRUE(save_png(folder_ / "ramp.png", testing::ramp({60, 40})));
    window_->files().open_file(folder_ / "ramp.png");
    ASSERT_TRUE(
        wait([&] { return session().document.has_painting() && !window_->files().busy(); }));
    EXPECT_TRUE(session().document.file().empty()) << "saving will ask for a name";
}

TEST_F(Files, AColouredPictureIsReadToGreyByAChosenReader) {
    ASSERT_TRUE(save_png(folder_ / "red.png", testing::half_red({40, 30})));
    const auto bring_in = [&] {
        picked_ = folder_ / "red.png";
        trigger("bring_in");
        ASSERT_TRUE(wait([&] { return find("bring_in_sheet")->isVisible(); }));
        ASSERT_TRUE(wait([&] { return find("read_to_grey")->isEnabled(); }));
    };
    bring_in();
    EXPECT_FALSE(session().document.has_painting()) << "nothing is begun before it is said how";
    EXPECT_TRUE(find("reads_luma")->accessibleName().contains("off L* by up to"))
        << find("reads_luma")->accessibleName().toStdString();
    click("not_in");
    EXPECT_FALSE(find("bring_in_sheet")->isVisible());
    EXPECT_FALSE(session().document.has_painting());

    bring_in();
    click("reads_glow");
    click("turn_right");
    ASSERT_TRUE(wait([&] { return find("read_to_grey")->isEnabled(); }));
    click("read_to_grey");
    ASSERT_TRUE(wait([&] { return session().document.has_painting(); }));
    EXPECT_EQ(painting().size(), (Size{30, 40}));
    EXPECT_EQ(painting().underpaint->base().channels(), Channels::grey);
    EXPECT_NEAR(read(Reader::lightness, testing::pixel(painting().underpaint->base(), 10, 35)),
                read(Reader::glow, {1, 0, 0}), 0.3);
    EXPECT_STREQ(window_->bench().text().id, "values");

    bring_in();
    click("keep_colours");
    ASSERT_TRUE(wait([&] { return painting().size() == Size{40, 30}; }));
    EXPECT_TRUE(has_colour(painting().underpaint->base().channels()));
}

TEST_F(Files, ThePaintingIsTurnedAndTurnedBack) {
    bring_in_ramp();
    const Painting before = painting();
    trigger("turn_painting_right");
    ASSERT_TRUE(wait([&] { return painting().size() == Size{300, 400}; }));
    settle();
    EXPECT_LT(shown(150, 20).red(), shown(150, 380).red()) << "dark is at the top now";
    trigger("undo");
    EXPECT_EQ(painting(), before);
    settle();
    EXPECT_LT(shown(20, 150).red(), shown(380, 150).red());
}

TEST_F(Files, LayersOfAnotherPaintingBecomeParts) {
    bring_in_ramp();
    Painting layered = testing::sealed(testing::ramp({400, 300}));
    Pass pass = testing::tint({}, BlendMode::normal);
    pass.name = "Cart";
    pass.source = Painted{share(Picture({100, 50}, Channels::rgb_alpha, Depth::bits8, 1)), 20, 10};
    ASSERT_TRUE(save_painting(folder_ / "layers.ora", with_pass(layered, pass)));
    picked_ = folder_ / "layers.ora";
    trigger("layers_as_parts");
    ASSERT_TRUE(wait([&] { return painting().parts.size() == 1; }));
    EXPECT_EQ(painting().parts[0].name, "Cart");
    picked_ = folder_ / "ramp.png";
    trigger("layers_as_parts");
    ASSERT_TRUE(wait([&] { return !notice().isEmpty(); }));
    EXPECT_EQ(painting().parts.size(), 1U);
}

}  // namespace
}  // namespace underpaint
