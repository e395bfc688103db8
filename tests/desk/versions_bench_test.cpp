// SPDX-License-Identifier: GPL-3.0-or-later
// The Versions bench, as a painter works on it.
#include <QPlainTextEdit>

#include "audit/audit.h"
#include "desk/brief/late_change_page.h"
#include "desk/brief/underpaint_offer.h"
#include "desk/kit/bar_slider.h"
#include "desk/versions/difference_table.h"
#include "desk/versions/versions_blind.h"
#include "desk/versions/versions_grid.h"
#include "desk/versions/versions_list.h"
#include "desk/versions/versions_pair.h"
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
    /// Another version by a slider that is open, set by its keys.
    void make_at(const char* slider, float amount, float step, std::size_t count) const {
        auto* shown = find<BarSlider>(slider);
        shown->set_value(amount - step);
        QTest::keyClick(shown, Qt::Key_Right);
        make("make_tried", {}, count);
        EXPECT_FALSE(shown->isVisible());
    }
    void turn(int degrees, std::size_t count) const {
        click("turn_hues");
        make_at("version_hue", static_cast<float>(degrees), 1, count);
    }
    void make_quieter(float factor, std::size_t count) const {
        click("make_quieter");
        make_at("version_intensity", factor, 0.01F, count);
    }
    double tint(const QImage& image) const {
        int most = 0;
        for (int y = 4; y < image.height() - 4; y += 3)
            for (int x = 4; x < image.width() - 4; x += 3) {
                const QColor c = image.pixelColor(x, y);
                most = std::max(most, std::max({c.red(), c.green(), c.blue()}) -
                                          std::min({c.red(), c.green(), c.blue()}));
            }
        return most;
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
    EXPECT_TRUE(same_but_for_records(as_version(painting(), 1), before));
    EXPECT_EQ(painting().passes.size() + 1, before.passes.size());
    QTest::mouseDClick(&grid(), Qt::LeftButton, {}, grid().picture_rect(0).center().toPoint());
    EXPECT_EQ(painting().version, 1);
    EXPECT_EQ(painting().passes, before.passes);
    for (int i = 0; i < 3; ++i) trigger("undo");
    EXPECT_TRUE(same_but_for_records(painting(), before));
}

TEST_F(VersionsDesk, EachIsMadeAndMeasuredAndValuesStay) {
    begin_on_bench();
    turn(60, 2);
    make("reverse_light", {}, 3);
    pick("another_mother", "Olive");
    make_at("version_mother", 0.31F, 0.01F, 4);
    make_quieter(0.4F, 5);
    EXPECT_EQ(painting().version, 1) << "what is made is not chosen";
    EXPECT_EQ(versions()[1].from, "from 1, hues +60°");
    EXPECT_EQ(versions()[3].from, "from 1, mother Olive 31%");
    ASSERT_TRUE(versions()[3].colouring.palette.mother);
    EXPECT_NEAR(versions()[3].colouring.palette.mother->share, 0.31, 1e-6);
    EXPECT_EQ(versions()[4].from, "from 1, intensity 40%");
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
    turn(-28, 2);
    make_quieter(0.25F, 3);
    const Painting before = painting();
    QTest::mouseClick(&grid(), Qt::LeftButton, {}, grid().picture_rect(1).center().toPoint());
    EXPECT_TRUE(same_but_for_records(painting(), before));
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
    turn(28, 2);
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
    turn(120, 2);
    const Painting before = painting();
    ASSERT_FALSE(before.parts.empty());
    const QString part = QString::fromStdString(before.parts[0].name);
    pick("take_part", part + " from 2");
    ASSERT_TRUE(wait([&] { return painting().groups.size() == before.groups.size() + 1; }));
    EXPECT_EQ(painting().groups.back().name, before.parts[0].name + " of Hues +120°");
    EXPECT_EQ(painting().versions[1], before.versions[1]) << "the other stays as it is";
    all_there();
    trigger("undo");
    EXPECT_TRUE(same_but_for_records(painting(), before)) << "one step";
    QMenu* menu = find<QPushButton>("take_pass")->menu();
    emit menu->aboutToShow();
    ASSERT_EQ(menu->actions().size(), 1);
    menu->actions()[0]->menu()->actions()[0]->trigger();
    EXPECT_EQ(painting().passes.size(), before.passes.size() + 1);
    EXPECT_EQ(painting().passes.back().tune.hue, 120);
}

TEST_F(VersionsDesk, ThreeAreMadeAtOnceAsOneStepAndLieApart) {
    begin_on_bench();
    const auto* below = find<QPushButton>("take_pass");
    const QPoint stood = below->mapTo(window_.get(), QPoint());
    click("three_at_once");
    QCoreApplication::processEvents();
    EXPECT_EQ(find<QLabel>("versions_hint")->text(), QString("Making three …"));
    EXPECT_EQ(below->mapTo(window_.get(), QPoint()), stood) << "what is said moves nothing";
    ASSERT_TRUE(wait([&] { return versions().size() == 4; }));
    EXPECT_EQ(find<QLabel>("versions_hint")->text(), "");
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
    turn(60, 2);
    for (const auto& [entry, ending, begins] : {std::tuple("as a page (PDF)…", ".pdf", "%PDF"),
                                                {"as vectors (SVG)…", ".svg", "<?xml"},
                                                {"as a picture (PNG)…", ".png", "\x89PNG"}}) {
        const auto path = folder_ / (std::string("sheet") + ending);
        picked_ = path;
        pick("contact_sheet", entry);
        EXPECT_TRUE(testing::read_text(path).starts_with(begins)) << ending;
    }
    // However they are looked at on the screen, a sheet has all of each.
    picked_ = folder_ / "zoomed.png";
    trigger("one_to_one");
    grid().grab();
    all_there();
    pick("contact_sheet", "as a picture (PNG)…");
    const auto image = [&](const char* name) {
        return QImage(QString::fromStdString((folder_ / name).string()));
    };
    EXPECT_EQ(image("zoomed.png"), image("sheet.png"));
    const QImage sheet(QString::fromStdString((folder_ / "sheet.png").string()));
    EXPECT_GT(sheet.width(), 1500);
    EXPECT_EQ(sheet.pixelColor(3, 3), QColor(Qt::white));
    EXPECT_NE(testing::read_text(folder_ / "sheet.svg").find("Hues"), std::string::npos);
}

TEST_F(VersionsDesk, LensesShowAllAtOnceAndKeysPeek) {
    begin_on_bench();
    turn(60, 2);
    const auto picture = [&](std::size_t place) {
        return grid().grab(grid().picture_rect(place).toAlignedRect()).toImage();
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

TEST_F(VersionsDesk, IsSeenWhileItsSliderMovesAndGivenUpWithIt) {
    begin_on_bench();
    const auto picture = [&] {
        const QRect part = grid().picture_rect(0).toAlignedRect();
        grid().grab(part);
        all_there();
        return grid().grab(part).toImage();
    };
    const QImage before = picture();
    const Painting was = painting();
    click("turn_hues");
    auto* slider = find<BarSlider>("version_hue");
    EXPECT_FALSE(find<QPushButton>("make_tried")->isEnabled()) << "nothing is turned yet";
    slider->set_value(149);
    QTest::keyClick(slider, Qt::Key_Right);
    all_there();
    const QImage turned = picture();
    EXPECT_NE(turned, before);
    EXPECT_TRUE(same_but_for_records(painting(), was)) << "nothing is changed by looking";
    // One way at a time: the next begins at the picture as it is.
    click("make_quieter");
    EXPECT_FALSE(find<QPushButton>("turn_hues")->isChecked());
    slider = find<BarSlider>("version_intensity");
    const QImage quieter = picture();
    EXPECT_LT(tint(quieter), tint(before));
    QTest::keyClick(slider, Qt::Key_Home);
    EXPECT_LT(tint(picture()), tint(quieter)) << "at 0 % all colour is gone";
    click("make_quieter");
    EXPECT_EQ(picture(), before);
    EXPECT_FALSE(slider->isVisible());
    pick("another_mother", "Olive");
    EXPECT_NE(picture(), before) << "at its usual share from the beginning";
    QTest::keyClick(find<BarSlider>("version_mother"), Qt::Key_Escape);
    EXPECT_EQ(picture(), before);
    // Nor does it show what would become of a painting that is another by then.
    click("turn_hues");
    slider = find<BarSlider>("version_hue");
    slider->set_value(149);
    QTest::keyClick(slider, Qt::Key_Right);
    all_there();
    session().document.change("Remove", without_pass(painting(), 0));
    EXPECT_FALSE(slider->isVisible());
    EXPECT_FALSE(find<QPushButton>("turn_hues")->isChecked());
}

TEST_F(VersionsDesk, AreZoomedAndMovedTogether) {
    begin_on_bench();
    turn(60, 2);
    const auto picture = [&](std::size_t place) {
        const QRect part = grid().picture_rect(place).toAlignedRect();
        grid().grab(part);  // which wishes for what is in sight
        all_there();
        return grid().grab(part).toImage();
    };
    const QImage first = picture(0), second = picture(1);
    trigger("one_to_one");
    all_there();
    EXPECT_NE(picture(0), first);
    EXPECT_NE(picture(1), second);
    EXPECT_DOUBLE_EQ(grid().transform().zoom(), 1);
    const QImage zoomed = picture(1);
    const QPoint from = grid().picture_rect(0).center().toPoint();
    QTest::mousePress(&grid(), Qt::LeftButton, {}, from);
    QTest::mouseMove(&grid(), from + QPoint(20, 0));
    QTest::mouseMove(&grid(), from + QPoint(45, 5));
    QTest::mouseRelease(&grid(), Qt::LeftButton, {}, from + QPoint(45, 5));
    all_there();
    EXPECT_NE(picture(1), zoomed) << "the other one moved too";
    trigger("fit");
    all_there();
    EXPECT_EQ(picture(0), first);
    QTest::keyClick(&grid(), Qt::Key_F);
    EXPECT_TRUE(find<QPushButton>("turn_over")->isChecked());
    QTest::keyClick(&grid(), Qt::Key_F);
    EXPECT_EQ(picture(1), second);
}

TEST_F(VersionsDesk, PairByPairEachStandsOnItsSideOfTheSeam) {
    begin_on_bench();
    turn(120, 2);
    make_quieter(0.25F, 3);
    grid().setFocus();
    QTest::keyClick(&grid(), Qt::Key_Home);
    click("pair_by_pair");
    auto* pair = find<VersionsPair>("versions_pair");
    all_there();
    EXPECT_EQ(std::pair(pair->left(), pair->right()), std::pair(1, 2));
    EXPECT_TRUE(pair->hasFocus());
    // The seam at the right end shows the left one alone, and the other way round.
    const auto shown_at = [&](int keys, Qt::Key key) {
        for (int i = 0; i < keys; ++i) QTest::keyClick(pair, key, Qt::ShiftModifier);
        return pair->grab(QRect(0, pair->height() / 2, pair->width(), 20)).toImage();
    };
    const QImage left = shown_at(20, Qt::Key_Right), right = shown_at(40, Qt::Key_Left);
    EXPECT_EQ(pair->seam(), 0);
    EXPECT_NE(left, right);
    QTest::keyClick(pair, Qt::Key_Right);
    all_there();
    EXPECT_EQ(std::pair(pair->left(), pair->right()), std::pair(1, 3));
    EXPECT_NE(shown_at(0, Qt::Key_Left), right) << "another at the right";
    QTest::keyClick(pair, Qt::Key_Right);
    EXPECT_EQ(std::pair(pair->left(), pair->right()), std::pair(2, 3));
    auto* table = find<DifferenceTable>("difference_table");
    ASSERT_TRUE(wait([&] { return !table->rows().empty(); }));
    const Painting before = painting();
    QTest::keyClick(table, Qt::Key_Return);
    EXPECT_TRUE(same_but_for_records(painting(), before)) << "neither is the chosen one";
    QTest::keyClick(pair, Qt::Key_Right);
    EXPECT_EQ(std::pair(pair->left(), pair->right()), std::pair(1, 2)) << "round";
    // The seam is dragged.
    for (int i = 0; i < 10; ++i) QTest::keyClick(pair, Qt::Key_Right, Qt::ShiftModifier);
    const QPoint seam(pair->width() / 2, pair->height() / 2);
    QTest::mousePress(pair, Qt::LeftButton, {}, seam);
    QTest::mouseMove(pair, seam + QPoint(80, 0));
    QTest::mouseRelease(pair, Qt::LeftButton, {}, seam + QPoint(80, 0));
    EXPECT_GT(pair->seam(), 0.55);
    QTest::keyClick(pair, Qt::Key_Escape);
    EXPECT_TRUE(grid().isVisible());
    // The keyboard takes a part over.
    QTest::keyClick(table, Qt::Key_Down);
    QTest::keyClick(table, Qt::Key_Return);
    ASSERT_TRUE(wait([&] { return painting().groups.size() == before.groups.size() + 1; }));
}

TEST_F(VersionsDesk, BlindEveryPairIsSeenOnceWithoutNamesAndCounted) {
    begin_on_bench();
    turn(120, 2);
    make_quieter(0.25F, 3);
    const Painting before = painting();
    click("blind");
    auto* blind = find<VersionsBlind>("versions_blind");
    all_there();
    ASSERT_TRUE(blind->looking());
    EXPECT_FALSE(find("versions_list")->isVisible());
    EXPECT_FALSE(find("difference_table")->isVisible());
    EXPECT_FALSE(find("go_on_with_version")->isVisible());
    EXPECT_EQ(window_->bench().ladder().figures.size(), 0U);
    EXPECT_EQ(window_->bench().ladder().outlined, nullptr);
    std::set<std::pair<VersionId, VersionId>> pairs;
    // The quieter one (3) is never chosen, and the first always.
    while (blind->looking()) {
        const BlindLook now = blind->look_now();
        pairs.insert(std::minmax(now.chosen, now.other));
        const bool right = now.other == 1 || now.chosen == 3;
        if (pairs.size() == 2)
            QTest::mouseClick(blind, Qt::LeftButton, {},
                              blind->picture_rect(right).center().toPoint());
        else
            QTest::keyClick(blind, right ? Qt::Key_Right : Qt::Key_Left);
        ASSERT_LE(pairs.size(), 3U);
    }
    EXPECT_EQ(pairs.size(), 3U);
    EXPECT_TRUE(find("versions_list")->isVisible()) << "names come back";
    EXPECT_EQ(looks_at(painting(), 1).chosen, 2);
    EXPECT_EQ(looks_at(painting(), 2).chosen, 1);
    EXPECT_EQ(looks_at(painting(), 3).chosen, 0);
    EXPECT_EQ(looks_at(painting(), 3).looks, 2);
    QTest::keyClick(blind, Qt::Key_Escape);
    EXPECT_TRUE(grid().isVisible());
    QTest::keyClick(&grid(), Qt::Key_Home);
    EXPECT_EQ(find<QLabel>("seen_blind")->text(), "Seen blind: chosen in 2 of 2 looks.");
    // Kept with the painting, one step back, and a drag chooses nothing.
    picked_ = folder_ / "blind.ora";
    trigger("save_as");
    ASSERT_TRUE(wait([&] { return !window_->files().busy(); }));
    EXPECT_EQ(open_painting(folder_ / "blind.ora", "2026-12-01")->painting.looks, painting().looks);
    trigger("undo");
    EXPECT_TRUE(same_but_for_records(painting(), before));
    click("blind");
    const QPoint from = blind->picture_rect(false).center().toPoint();
    QTest::mousePress(blind, Qt::LeftButton, {}, from);
    QTest::mouseMove(blind, from + QPoint(30, 30));
    QTest::mouseRelease(blind, Qt::LeftButton, {}, from + QPoint(30, 30));
    EXPECT_TRUE(painting().looks.empty());
    // Another bench ends it.
    window_->show_bench("passes");
    window_->show_bench("versions");
    EXPECT_FALSE(blind->looking());
    EXPECT_TRUE(find("versions_list")->isVisible());
}

TEST_F(VersionsDesk, AVersionDeletedMeanwhileIsLookedAtBlindNoMore) {
    begin_on_bench();
    turn(120, 2);
    click("blind");
    auto* blind = find<VersionsBlind>("versions_blind");
    ASSERT_TRUE(blind->looking());
    trigger("undo");  // of making it
    EXPECT_FALSE(blind->looking());
    EXPECT_TRUE(find("versions_list")->isVisible());
    QTest::keyClick(blind, Qt::Key_Left);
    EXPECT_TRUE(painting().looks.empty());
}

TEST_F(VersionsDesk, ALateChangeGoesUnderAllVersionsAsOneStep) {
    begin_on_bench();
    turn(60, 2);
    const Painting before = painting();
    const Size size = before.size();
    Picture figure = scaled(before.ground()->base(), {2 * size.width, 2 * size.height});
    const std::vector<float> light(60, 0.95F);
    for (int y = 40; y < 140; ++y)
        for (int c = 0; c < count_of(figure.channels()); ++c)
            figure.write_channel(c, 100, y, light);
    ASSERT_TRUE(save_png(folder_ / "figure.png", figure));
    click("another_underpaint");
    EXPECT_STREQ(window_->bench().text().id, "brief");
    picked_ = folder_ / "figure.png";
    click("choose_underpaint");
    auto* offer = find<UnderpaintOffer>("underpaint_offer");
    ASSERT_TRUE(wait([&] { return offer->finished(); }));
    ASSERT_NE(offer->offered(), nullptr);
    EXPECT_TRUE(same_but_for_records(painting(), before)) << "nothing is changed by looking";
    const QString said = find<QLabel>("underpaint_words")->text();
    EXPECT_NE(said.indexOf("200%"), -1) << said.toStdString();
    click("put_underpaint");
    ASSERT_TRUE(wait([&] { return offer->finished(); }));
    EXPECT_EQ(painting().size(), (Size{2 * size.width, 2 * size.height}));
    EXPECT_EQ(painting().seals.size(), before.seals.size() + 1);
    EXPECT_EQ(painting().versions.size(), 2U);
    EXPECT_EQ(painting().ground()->size(), painting().size());
    ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    EXPECT_NE(find<QLabel>("late_summary")->text().indexOf("Seal"), -1);
    settle();
    trigger("undo");
    EXPECT_TRUE(same_but_for_records(painting(), before)) << "one step";
    // What was said of one painting is not done to another.
    picked_ = folder_ / "figure.png";
    click("choose_underpaint");
    ASSERT_TRUE(wait([&] { return offer->finished(); }));
    session().document.change("Rename", with_version_renamed(painting(), 2, "Other"));
    const Painting renamed = painting();
    click("put_underpaint");
    ASSERT_TRUE(wait([&] { return offer->finished(); }));
    EXPECT_TRUE(same_but_for_records(painting(), renamed));
    // Another picture altogether, of another shape; and no picture at all.
    ASSERT_TRUE(
        save_png(folder_ / "noise.png", testing::noise({90, 400}, Channels::rgb, Depth::bits8)));
    picked_ = folder_ / "noise.png";
    click("choose_underpaint");
    ASSERT_TRUE(wait([&] { return offer->finished(); }));
    EXPECT_FALSE(find("put_underpaint")->isEnabled());
    picked_ = folder_ / "none.png";
    testing::write_text(picked_, "not a picture");
    click("choose_underpaint");
    ASSERT_TRUE(wait([&] { return offer->finished(); }));
    EXPECT_EQ(offer->offered(), nullptr);
    EXPECT_NE(find<QLabel>("underpaint_words")->text().indexOf("none.png"), -1);
    EXPECT_TRUE(same_but_for_records(painting(), renamed));
}

TEST_F(VersionsDesk, ThePaintingItselfIsMadeAnotherSize) {
    begin_on_bench();
    turn(60, 2);
    const Painting before = painting();
    click("another_underpaint");
    auto* size = find<QLineEdit>("late_size");
    const auto resize = [&](const char* text) {
        size->setFocus();
        size->clear();
        QTest::keyClicks(size, text);
        click("late_resize");
        return wait([&] { return window_->bench().finished(); });
    };
    const Size twice{2 * before.size().width, 2 * before.size().height};
    ASSERT_TRUE(resize(QString("%1 x %2").arg(twice.width).arg(twice.height).toLatin1()));
    EXPECT_EQ(painting().size(), twice);
    EXPECT_TRUE(wait([&] {
        return find<QLabel>("late_summary")->text() ==
               QString("It is %1 × %2 now. One step back undoes it.")
                   .arg(twice.width)
                   .arg(twice.height);
    })) << find<QLabel>("late_summary")->text().toStdString();
    EXPECT_EQ(painting().seals.size(), before.seals.size()) << "the same seal, larger";
    for (const Part& part : painting().parts) EXPECT_EQ(part.mask->size(), twice);
    const double was = audit(before, {})->passes.back().value.running.p95;
    EXPECT_NEAR(audit(painting(), {})->passes.back().value.running.p95, was, 0.02);
    trigger("undo");
    EXPECT_TRUE(same_but_for_records(painting(), before));
    // More than any machine has: said, and nothing is changed.
    ASSERT_TRUE(resize("90000 x 90000"));
    EXPECT_TRUE(same_but_for_records(painting(), before));
    EXPECT_NE(find<QLabel>("late_summary")->text(), "");
    EXPECT_FALSE(resize("0 x 5") && painting().size() != before.size());
}

TEST_F(VersionsDesk, MakingItAnotherSizeCanBeStopped) {
    begin_on_bench();
    const Painting before = painting();
    click("another_underpaint");
    auto* size = find<QLineEdit>("late_size");
    auto* button = find<QPushButton>("late_resize");
    const QString words = button->text();
    const int wide = button->width();
    QTest::keyClicks(size, "8000 x 6000");
    click("late_resize");
    EXPECT_EQ(button->text(), "Stop");
    EXPECT_EQ(button->width(), wide) << "what stands beside it does not move";
    click("late_resize");
    EXPECT_EQ(button->text(), words);
    EXPECT_NE(find<QLabel>("late_summary")->text().indexOf("as it was"), -1);
    ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    EXPECT_TRUE(same_but_for_records(painting(), before));
    // And it can be asked for again at once.
    size->clear();
    QTest::keyClicks(size, "80 x 60");
    click("late_resize");
    ASSERT_TRUE(wait([&] { return painting().size() == Size{80, 60}; }));
}

TEST_F(VersionsDesk, ButtonsAreWholeInASmallWindow) {
    begin_on_bench();
    window_->resize(1024, 640);
    QCoreApplication::processEvents();
    int seen = 0;
    for (const auto* button : window_->bench().middle()->findChildren<QPushButton*>()) {
        if (!button->isVisible()) continue;
        EXPECT_GE(button->width(), button->sizeHint().width()) << button->text().toStdString();
        ++seen;
    }
    // Lenses that have no room are in a menu at their end.
    const auto folded = find<QPushButton>("more_versions_lenses")->menu()->actions().size();
    EXPECT_GE(seen + folded, 10) << "six lenses, three ways to compare, and More";
}

}  // namespace
}  // namespace underpaint
