// SPDX-License-Identifier: GPL-3.0-or-later
// The Versions bench, as a painter works on it.
#include <QPlainTextEdit>

#include "audit/audit.h"
#include "desk/versions/difference_table.h"
#include "desk/versions/versions_grid.h"
#include "desk/versions/versions_list.h"
#include "files/openraster.h"
#include "painting/changes.h"
#include "painting/version_changes.h"
#include "palette/another_version.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class VersionsDesk : public testing::DeskTest {
protected:
    void begin_on_bench() {
        Painting painting = testing::slipping_painting();
        Palette palette;
        palette.colours = {{1, "Olive", {0.42F, 0.45F, 0.2F}, "", {}, false}};
        begin(with_palette(std::move(painting), palette));
        window_->show_bench("versions");
        all_there();
    }
    void all_there() const {
        ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    }
    VersionsGrid& grid() const { return *find<VersionsGrid>("versions_grid"); }
    const std::vector<Version>& versions() const { return painting().versions; }
    void pick(const char* button, const QString& label) const {
        QMenu* menu = find<QPushButton>(button)->menu();
        emit menu->aboutToShow();
        for (QAction* action : menu->actions())
            if (action->text() == label) return action->trigger();
        ADD_FAILURE() << "no entry " << label.toStdString();
    }
    void make(const char* button, const QString& label, std::size_t count) const {
        label.isEmpty() ? click(button) : pick(button, label);
        ASSERT_TRUE(wait([&] { return versions().size() == count; })) << button;
        all_there();
    }
};

TEST_F(VersionsDesk, BranchesGoTheirOwnWayAndUndoBringsAllBack) {
    begin_on_bench();
    const Painting before = painting();
    click("branch_version");
    ASSERT_EQ(versions().size(), 2U);
    EXPECT_EQ(painting().version, 2);
    window_->show_bench("passes");
    Painting next = without_pass(painting(), painting().passes.size() - 1);
    session().document.change("Remove a pass", std::move(next));
    window_->show_bench("versions");
    all_there();
    EXPECT_TRUE(same_but_for_time(as_version(painting(), 1), before));
    EXPECT_EQ(painting().passes.size() + 1, before.passes.size());
    QTest::mouseDClick(&grid(), Qt::LeftButton, {}, grid().picture_rect(0).center().toPoint());
    EXPECT_EQ(painting().version, 1);
    EXPECT_EQ(painting().passes, before.passes);
    for (int i = 0; i < 3; ++i) trigger("undo");
    EXPECT_TRUE(same_but_for_time(painting(), before));
}

TEST_F(VersionsDesk, EachIsMadeAndMeasuredAndValuesStay) {
    begin_on_bench();
    make("turn_hues", "hues +60°", 2);
    make("reverse_light", {}, 3);
    make("another_mother", "Olive, 20%", 4);
    make("make_quieter", "intensity 50%", 5);
    EXPECT_EQ(painting().version, 1) << "what is made is not chosen";
    EXPECT_EQ(versions()[1].from, "from 1, hues +60°");
    for (std::size_t i = 1; i < versions().size(); ++i) {
        const Audit figures = *audit(as_version(painting(), versions()[i].id), {});
        EXPECT_LT(figures.passes.back().value.running.p95, 0.05) << versions()[i].name;
    }
    const auto& rows = find<DifferenceTable>("difference_table")->rows();
    ASSERT_FALSE(rows.empty());
    for (std::size_t i = 1; i < rows.size(); ++i) EXPECT_GE(rows[i - 1].colour, rows[i].colour);
    // One step each.
    for (int i = 0; i < 4; ++i) trigger("undo");
    EXPECT_TRUE(versions().empty());
}

TEST_F(VersionsDesk, LookingAtOneChangesNothingAndGoingOnChoosesIt) {
    begin_on_bench();
    make("turn_hues", "hues −28°", 2);
    make("make_quieter", "intensity 25%", 3);
    const Painting before = painting();
    QTest::mouseClick(&grid(), Qt::LeftButton, {}, grid().picture_rect(1).center().toPoint());
    EXPECT_TRUE(same_but_for_time(painting(), before));
    EXPECT_EQ(find<QPushButton>("go_on_with_version")->text(), "Go on with Hues −28°");
    ASSERT_TRUE(find<DifferenceTable>("difference_table")->apart());
    QTest::keyClick(&grid(), Qt::Key_Left);
    EXPECT_FALSE(find<DifferenceTable>("difference_table")->apart()) << "one with itself";
    QTest::keyClick(&grid(), Qt::Key_End);
    click("go_on_with_version");
    EXPECT_EQ(painting().version, versions()[2].id);
    EXPECT_STREQ(window_->bench().text().id, "passes");
}

TEST_F(VersionsDesk, AreRenamedMovedDeletedAndGivenAReason) {
    begin_on_bench();
    make("turn_hues", "hues +28°", 2);
    auto* list = find<VersionsList>("versions_list");
    list->setFocus();
    QTest::keyClick(list, Qt::Key_F2);
    auto* name = find<QLineEdit>("version_name");
    name->setText("Green dusk");
    QTest::keyClick(name, Qt::Key_Return);
    EXPECT_EQ(versions()[1].name, "Green dusk");
    QTest::keyClick(list, Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(versions()[0].name, "Green dusk");
    auto* note = find<QPlainTextEdit>("version_note");
    note->setFocus();
    QTest::keyClicks(note, "Keeps the cart forward");
    EXPECT_EQ(versions()[0].note, "Keeps the cart forward");
    trigger("undo");
    EXPECT_EQ(versions()[0].note, "") << "one step";
    EXPECT_EQ(note->toPlainText(), "");
    list->setFocus();
    QTest::keyClick(list, Qt::Key_Delete);
    ASSERT_EQ(versions().size(), 1U);
    EXPECT_FALSE(find<QPushButton>("delete_version")->isEnabled()) << "the last one stays";
    trigger("undo");
    EXPECT_EQ(versions().size(), 2U);
}

TEST_F(VersionsDesk, APartAndAPassAreTakenOverFromAnother) {
    begin_on_bench();
    make("turn_hues", "hues +120°", 2);
    const Painting before = painting();
    ASSERT_FALSE(before.parts.empty());
    const QString part = QString::fromStdString(before.parts[0].name);
    pick("take_part", part + " from 2");
    ASSERT_TRUE(wait([&] { return painting().groups.size() == before.groups.size() + 1; }));
    EXPECT_EQ(painting().groups.back().name, before.parts[0].name + " of Hues +120°");
    EXPECT_EQ(painting().versions[1], before.versions[1]) << "the other stays as it is";
    all_there();
    trigger("undo");
    EXPECT_TRUE(same_but_for_time(painting(), before)) << "one step";
    QMenu* menu = find<QPushButton>("take_pass")->menu();
    emit menu->aboutToShow();
    ASSERT_EQ(menu->actions().size(), 1);
    menu->actions()[0]->menu()->actions()[0]->trigger();
    EXPECT_EQ(painting().passes.size(), before.passes.size() + 1);
    EXPECT_EQ(painting().passes.back().tune.hue, 120);
}

TEST_F(VersionsDesk, ThreeAreMadeAtOnceAsOneStepAndLieApart) {
    begin_on_bench();
    click("three_at_once");
    ASSERT_TRUE(wait([&] { return versions().size() == 4; }));
    all_there();
    std::set<std::string> names;
    for (const Version& version : versions()) names.insert(version.name);
    EXPECT_EQ(names.size(), 4U);
    for (std::size_t i = 1; i < versions().size(); ++i) {
        const Audit figures = *audit(as_version(painting(), versions()[i].id), {});
        EXPECT_LT(figures.passes.back().value.running.p95, 0.05) << versions()[i].name;
    }
    const auto made = versions();
    trigger("undo");
    EXPECT_TRUE(versions().empty());
    click("three_at_once");
    ASSERT_TRUE(wait([&] { return versions().size() == 4; }));
    for (std::size_t i = 0; i < made.size(); ++i)
        EXPECT_EQ(versions()[i].colouring, made[i].colouring);
}

TEST_F(VersionsDesk, TheContactSheetIsSavedAsPageVectorsOrPicture) {
    begin_on_bench();
    make("turn_hues", "hues +60°", 2);
    for (const auto& [entry, ending, begins] : {std::tuple("as a page (PDF)…", ".pdf", "%PDF"),
                                                {"as vectors (SVG)…", ".svg", "<?xml"},
                                                {"as a picture (PNG)…", ".png", "\x89PNG"}}) {
        const auto path = folder_ / (std::string("sheet") + ending);
        picked_ = path;
        pick("contact_sheet", entry);
        EXPECT_TRUE(testing::read_text(path).starts_with(begins)) << ending;
    }
    const QImage sheet(QString::fromStdString((folder_ / "sheet.png").string()));
    EXPECT_GT(sheet.width(), 1500);
    EXPECT_EQ(sheet.pixelColor(3, 3), QColor(Qt::white));
    EXPECT_NE(testing::read_text(folder_ / "sheet.svg").find("Hues"), std::string::npos);
}

TEST_F(VersionsDesk, LensesShowAllAtOnceAndKeysPeek) {
    begin_on_bench();
    make("turn_hues", "hues +60°", 2);
    const auto picture = [&](std::size_t place) {
        return grid().grab(grid().picture_rect(place).toAlignedRect()).toImage();
    };
    const auto tint = [&](const QImage& image) {
        int most = 0;
        for (int y = 4; y < image.height() - 4; y += 3)
            for (int x = 4; x < image.width() - 4; x += 3) {
                const QColor c = image.pixelColor(x, y);
                most = std::max(most, std::max({c.red(), c.green(), c.blue()}) -
                                          std::min({c.red(), c.green(), c.blue()}));
            }
        return most;
    };
    EXPECT_GT(tint(picture(0)), 20);
    EXPECT_GT(tint(picture(1)), 20);
    click("versions_lens_grey");
    EXPECT_LT(tint(picture(0)), 3);
    EXPECT_LT(tint(picture(1)), 3);
    click("versions_lens_colour");
    QTest::keyPress(&grid(), Qt::Key_G);
    EXPECT_LT(tint(picture(1)), 3);
    QTest::keyRelease(&grid(), Qt::Key_G);
    EXPECT_GT(tint(picture(1)), 20);
    const QImage before = picture(0);
    click("turn_over");
    EXPECT_NE(picture(0), before);
    click("turn_over");
    EXPECT_EQ(picture(0), before);
}

TEST_F(VersionsDesk, TwelveAreEnoughAndFilesKeepThem) {
    begin_on_bench();
    for (int i = 0; i < 14; ++i) click("branch_version");
    EXPECT_EQ(versions().size(), kMostVersions);
    click("reverse_light");
    all_there();
    EXPECT_EQ(versions().size(), kMostVersions);
    EXPECT_TRUE(find<QLabel>("versions_hint")->text().contains("at most 12"));
    picked_ = folder_ / "twelve.ora";
    trigger("save_as");
    ASSERT_TRUE(wait([&] { return !window_->files().busy(); }));
    const auto opened = open_painting(folder_ / "twelve.ora", "2026-12-01");
    ASSERT_TRUE(opened);
    EXPECT_EQ(opened->painting.versions.size(), kMostVersions);
    EXPECT_EQ(opened->painting.version, painting().version);
}

TEST_F(VersionsDesk, WithoutASealPartsOrPassesItSaysWhatToDo) {
    begin(with_brief(testing::sealed(testing::ramp({1, 1})), {}));
    window_->show_bench("versions");
    all_there();
    EXPECT_FALSE(find<QPushButton>("turn_hues")->isEnabled());
    EXPECT_FALSE(find<QPushButton>("by_plan")->isEnabled());
    EXPECT_TRUE(find<QPushButton>("branch_version")->isEnabled());
    click("branch_version");
    all_there();
    EXPECT_EQ(versions().size(), 2U);
    EXPECT_TRUE(find<DifferenceTable>("difference_table")->rows().empty());
}

}  // namespace
}  // namespace underpaint
