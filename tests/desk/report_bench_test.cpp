// SPDX-License-Identifier: GPL-3.0-or-later
// The Report bench, as a painter works on it: what is chosen, what the page shows, what is saved.
#include <QPainter>
#include <QPlainTextEdit>
#include <QRegularExpression>
#include <cstdlib>
#include <fstream>

#include "desk/report/contact_view.h"
#include "desk/report/figures_view.h"
#include "desk/report/pages_view.h"
#include "desk/report/print_pages.h"
#include "desk/report/section_list.h"
#include "files/disk.h"
#include "files/openraster.h"
#include "files/user_folders.h"
#include "files/zip_container.h"
#include "pages/page_layout.h"
#include "painting/version_changes.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class ReportDesk : public testing::DeskTest {
protected:
    void SetUp() override { std::filesystem::remove(settings_folder() / "reports.json"); }
    void begin_on_bench(Painting painting = testing::slipping_painting()) {
        begin(std::move(painting));
        window_->show_bench("report");
        made();
    }
    void made() const {
        ASSERT_TRUE(wait([&] { return window_->bench().finished() && pages_said() > 0; }));
    }
    int pages_said() const { return find<QLabel>("page_count")->text().split(' ').first().toInt(); }
    SectionList& list() const { return *find<SectionList>("report_sections"); }
    PagesView& view() const { return *find<PagesView>("pages_view"); }
    QListWidgetItem* row(const QString& label) const {
        const auto found = list().findItems(label, Qt::MatchExactly);
        EXPECT_EQ(found.size(), 1) << label.toStdString();
        return found.isEmpty() ? nullptr : found.front();
    }
    QStringList labels() const {
        QStringList all;
        for (int i = 0; i < list().count(); ++i) all << list().item(i)->text();
        return all;
    }
    /// The text of all pages, as a screen reader has it.
    QString text() const {
        QString all;
        QTest::keyClick(&view(), Qt::Key_Home);
        for (int page = 0; page < pages_said(); ++page) {
            all += view().accessibleDescription() + "\n";
            QTest::keyClick(&view(), Qt::Key_PageDown);
        }
        QTest::keyClick(&view(), Qt::Key_Home);
        return all;
    }
    void press_box(const QString& label) const {
        const QRect place = list().visualItemRect(row(label));
        QTest::mouseClick(list().viewport(), Qt::LeftButton, {},
                          QPoint(place.left() + 16, place.center().y()));
    }
    std::string saved(const char* button, const char* file) {
        picked_ = folder_ / file;
        click(button);
        made();
        EXPECT_TRUE(std::filesystem::exists(folder_ / file))
            << button << ": " << said().toStdString();
        const auto bytes = read_file(folder_ / file);
        return bytes ? std::string(text_of(*bytes)) : std::string();
    }
    QString said() const { return find<QLabel>("report_said")->text(); }
};

TEST_F(ReportDesk, ThePageSaysWhatWasMeasured) {
    begin_on_bench();
    const QString all = text();
    const double p95 = window_->meters().passes.audit()->passes.back().value.running.p95;
    EXPECT_TRUE(all.contains("lost: Value")) << all.toStdString();
    EXPECT_TRUE(all.contains(QString::number(p95, 'f', 2)));
    for (const char* said : {"Pass by pass", "Wash", "Blue", "Stages", "Lamp"})
        EXPECT_TRUE(all.contains(said)) << said;
    EXPECT_EQ(row("Versions")->data(Qt::AccessibleDescriptionRole), "nothing to say");
    EXPECT_EQ(row("Pass by pass")->data(Qt::AccessibleDescriptionRole), "page 1");
}

TEST_F(ReportDesk, ASectionIsLeftOutMovedAndBroughtBack) {
    begin_on_bench();
    press_box("Stages");
    EXPECT_EQ(row("Stages")->checkState(), Qt::Unchecked);
    made();
    EXPECT_FALSE(text().contains("The picture after the pass"));
    list().setCurrentItem(row("Pass by pass"));
    QTest::keyClick(&list(), Qt::Key_Up, Qt::AltModifier);
    QTest::keyClick(&list(), Qt::Key_Up, Qt::AltModifier);
    EXPECT_EQ(labels().first(), "Pass by pass");
    EXPECT_EQ(list().currentItem()->text(), "Pass by pass") << "it is still the one in hand";
    const QString all = text();
    EXPECT_LT(all.indexOf("Pass by pass"), all.indexOf("As sealed and now"));
    list().setCurrentItem(row("Stages"));
    QTest::keyClick(&list(), Qt::Key_Space);
    made();
    EXPECT_TRUE(text().contains("The picture after the pass"));
}

TEST_F(ReportDesk, APresetIsChangedKeptAndBroughtBack) {
    begin_on_bench();
    click("report_for_client");
    made();
    EXPECT_FALSE(text().contains("Pass by pass"));
    press_box("Pass by pass");
    made();
    EXPECT_TRUE(find("keep_preset")->isVisible());
    click("report_for_myself");
    click("report_for_client");
    EXPECT_EQ(row("Pass by pass")->checkState(), Qt::Checked) << "looking elsewhere loses nothing";
    click("keep_preset");
    EXPECT_FALSE(find("keep_preset")->isVisible());
    window_.reset();
    start();
    begin_on_bench();
    EXPECT_EQ(row("Pass by pass")->checkState(), Qt::Checked) << "kept, and still for a client";
    click("first_preset");
    EXPECT_EQ(row("Pass by pass")->checkState(), Qt::Unchecked);
}

TEST_F(ReportDesk, WordsStandAtTheTopAndInTheFile) {
    begin_on_bench();
    auto* words = find<QPlainTextEdit>("report_words");
    words->setFocus();
    QTest::keyClicks(words, "Second round.");
    EXPECT_TRUE(text().contains("Second round."));
    ASSERT_TRUE(save_painting(folder_ / "words.ora", painting()));
    const auto opened = open_painting(folder_ / "words.ora", "2026-11-24");
    ASSERT_TRUE(opened);
    EXPECT_EQ(opened->painting.report_words, "Second round.");
    trigger("undo");
    EXPECT_EQ(painting().report_words, "");
    EXPECT_EQ(words->toPlainText(), "");
}

TEST_F(ReportDesk, AllKindsOfFilesAreSavedAndTheLastIsRemembered) {
    begin_on_bench();
    EXPECT_TRUE(saved("save_report_pdf", "report.pdf").starts_with("%PDF-"));
    EXPECT_TRUE(said().contains("Saved as report.pdf")) << said().toStdString();
    EXPECT_TRUE(saved("save_report_html", "report.html").starts_with("<!DOCTYPE html>"));
    for (const auto& [entry, name] : {std::pair("Comma-separated values (CSV)…", "report.csv"),
                                      std::pair("JSON…", "report.json")}) {
        picked_ = folder_ / name;
        choose("save_report_figures", entry);
        made();
        ASSERT_TRUE(std::filesystem::exists(folder_ / name))
            << entry << ": " << said().toStdString();
    }
    const QString last = find<QLabel>("last_report")->text();
    EXPECT_TRUE(last.contains("report.json")) << last.toStdString();
    EXPECT_TRUE(session().document.unsaved()) << "it is to be remembered in the file";
    ASSERT_TRUE(save_painting(folder_ / "last.ora", painting()));
    const auto opened = open_painting(folder_ / "last.ora", "2026-11-24");
    ASSERT_TRUE(opened && opened->painting.last_report);
    EXPECT_EQ(opened->painting.last_report->file, "report.json");
    const double p95 = window_->meters().passes.audit()->passes.back().value.running.p95;
    EXPECT_NEAR(opened->painting.last_report->drift.value_or(-1), p95, 1e-9);
    trigger("undo");
    EXPECT_TRUE(painting().last_report) << "no step of the history";
}

TEST_F(ReportDesk, AFileThatCannotBeWrittenIsToldOfAndNothingIsLeft) {
    begin_on_bench();
    picked_ = folder_ / "gone" / "report.pdf";
    click("save_report_pdf");
    ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    EXPECT_TRUE(said().contains("report.pdf")) << said().toStdString();
    EXPECT_FALSE(painting().last_report);
    EXPECT_TRUE(find<QPushButton>("save_report_pdf")->isEnabled()) << "it can be tried again";
}

TEST_F(ReportDesk, AskedForWhileFiguresAreMadeItIsSavedOnceTheyAreThere) {
    begin(testing::slipping_painting());
    window_->show_bench("report");
    Painting next = painting();
    next.passes.back().strength = 0.1F;
    session().document.change("Ease", next);
    picked_ = folder_ / "early.csv";
    choose("save_report_figures", "Comma-separated values (CSV)…");
    made();
    ASSERT_TRUE(std::filesystem::exists(folder_ / "early.csv")) << said().toStdString();
    const double p95 = window_->meters().passes.audit()->passes.back().value.running.p95;
    const auto bytes = read_file(folder_ / "early.csv");
    ASSERT_TRUE(bytes);
    EXPECT_NE(text_of(*bytes).find(QString::number(p95, 'f', 2).toStdString()), std::string::npos)
        << "the figures of the painting as it is, not of the moment before";
}

TEST_F(ReportDesk, StoppingOrAnotherPaintingLeavesNoFile) {
    begin(testing::with_pass_over_noise({1200, 900}));
    window_->show_bench("report");
    Painting next = painting();
    next.passes.back().strength = 0.5F;
    session().document.change("Ease", next);
    picked_ = folder_ / "stopped.pdf";
    click("save_report_pdf");
    click("stop_report");
    EXPECT_FALSE(find("stop_report")->isVisible());
    session().document.change("Ease more", with_pass(painting(), next.passes.back()));
    picked_ = folder_ / "other.pdf";
    click("save_report_pdf");
    begin(testing::slipping_painting());
    made();
    EXPECT_FALSE(std::filesystem::exists(folder_ / "stopped.pdf"));
    EXPECT_FALSE(std::filesystem::exists(folder_ / "other.pdf"));
}

TEST_F(ReportDesk, PagesAreTurnedAndZoomedByKeys) {
    begin_on_bench();
    ASSERT_GT(pages_said(), 1);
    QTest::keyClick(&view(), Qt::Key_PageDown);
    EXPECT_EQ(view().page(), 1);
    EXPECT_EQ(find<QLabel>("page_place")->text(), QString("2 of %1").arg(pages_said()));
    QTest::keyClick(&view(), Qt::Key_End);
    EXPECT_EQ(view().page(), pages_said() - 1);
    EXPECT_FALSE(find<QPushButton>("page_on")->isEnabled());
    click("page_back");
    EXPECT_EQ(view().page(), pages_said() - 2);
    const double fitted = view().page_rect().width();
    EXPECT_LE(view().page_rect().height(), view().height());
    QTest::keyClick(&view(), Qt::Key_Plus);
    EXPECT_NEAR(view().page_rect().width(), 1.25 * fitted, 1);
    QTest::keyClick(&view(), Qt::Key_Right);
    trigger("fit");
    EXPECT_NEAR(view().page_rect().width(), fitted, 1);
    EXPECT_NEAR(view().page_rect().center().x(), view().width() / 2.0, 1);
    trigger("one_to_one");
    EXPECT_NEAR(view().page_rect().width(), size_of(PageSetup{}).width() * 96 / 72, 1);
}

TEST_F(ReportDesk, ThePaperIsThePagesShape) {
    begin_on_bench();
    for (const auto& [entry, ratio] : {std::pair("A4", 1.4142), {"Letter", 792.0 / 612}}) {
        if (entry != QString("A4")) choose("report_paper", entry);
        EXPECT_NEAR(view().page_rect().height() / view().page_rect().width(), ratio, 0.01) << entry;
    }
    choose("report_paper", "lying");
    EXPECT_NEAR(view().page_rect().width() / view().page_rect().height(), 792.0 / 612, 0.01);
    const auto corner = [&] {
        const QPoint at = view().page_rect().topLeft().toPoint() + QPoint(5, 5);
        return view().grab().toImage().pixelColor(at).lightness();
    };
    EXPECT_EQ(corner(), 255);
    choose("report_ground", "dark");
    EXPECT_LT(corner(), 80);
}

TEST_F(ReportDesk, WhatHelpsOnPaperIsLaidAndMakesThePrintNearer) {
    begin_on_bench();
    auto* helps = find<QPushButton>("help_before_printing");
    EXPECT_FALSE(helps->isVisible()) << "nothing was tried yet";
    press_box("On paper");
    made();
    ASSERT_TRUE(wait([&] { return helps->isVisible(); }));
    // As the section says it.
    const auto drift_in_print = [&] {
        const QString all = text();
        static const QRegularExpression figure("Value[^0-9]*([0-9]+\\.[0-9]+)");
        return figure.match(all.mid(all.indexOf("as printed"))).captured(1).toDouble();
    };
    const auto before = painting().passes.size();
    const double printed = drift_in_print();
    EXPECT_GT(printed, 0);
    emit helps->menu()->aboutToShow();
    ASSERT_FALSE(helps->menu()->isEmpty());
    QAction* curve = helps->menu()->actions().front();
    EXPECT_TRUE(curve->text().startsWith("Lay a curve")) << curve->text().toStdString();
    curve->trigger();
    ASSERT_EQ(painting().passes.size(), before + 1);
    EXPECT_TRUE(said().contains("is laid as the last pass")) << said().toStdString();
    EXPECT_FALSE(helps->isVisible()) << "it was tried on another painting";
    made();
    EXPECT_LT(drift_in_print(), printed);
    // A menu that was left open is of the painting before.
    trigger("undo");
    EXPECT_EQ(painting().passes.size(), before);
    curve->trigger();
    EXPECT_EQ(painting().passes.size(), before) << "what it was tried on is gone";
}

TEST_F(ReportDesk, ContactSheetShowsStagesAndVersionsEvenWhenTheyAreNotInTheReport) {
    Painting two = with_branch(testing::slipping_painting(), "Other", "from 1");
    begin_on_bench(two);
    press_box("Stages");
    press_box("Versions");
    click("report_contact");
    made();
    const auto& contact = *find<ContactView>("contact_view");
    EXPECT_EQ(contact.count(), painting().passes.size());
    EXPECT_TRUE(contact.accessibleDescription().contains("2 Wash"));
    click("contact_versions");
    made();
    EXPECT_EQ(contact.count(), 2U);
    picked_ = folder_ / "sheet.png";
    choose("save_contact", "as a picture (PNG)…");
    ASSERT_TRUE(std::filesystem::exists(folder_ / "sheet.png")) << said().toStdString();
    const QImage sheet(QString::fromStdString(folder_ / "sheet.png"));
    ASSERT_FALSE(sheet.isNull());
    EXPECT_GE(sheet.width(), 3000);
    int coloured = 0;
    for (int y = 0; y < sheet.height(); y += 20)
        for (int x = 0; x < sheet.width(); x += 20)
            coloured += sheet.pixelColor(x, y).saturation() > 30;
    EXPECT_GT(coloured, 500) << "pictures are on it";
}

TEST_F(ReportDesk, FiguresAreListedAsTheFilesHaveThem) {
    begin_on_bench();
    click("report_figures");
    auto* table = find<FiguresView>("figures_view");
    const std::string csv = [&] {
        picked_ = folder_ / "all.csv";
        choose("save_figures_here", "Comma-separated values (CSV)…");
        made();
        const auto bytes = read_file(folder_ / "all.csv");
        return bytes ? std::string(text_of(*bytes)) : std::string();
    }();
    const auto lines = std::ranges::count(csv, '\n');
    EXPECT_EQ(table->rowCount(), lines - 1);
    EXPECT_GT(table->rowCount(), 20);
}

TEST_F(ReportDesk, WithoutAPaintingItSaysWhatToDo) {
    window_->show_bench("report");
    EXPECT_TRUE(view().accessibleDescription().contains("Open a painting"));
    EXPECT_FALSE(find<QPushButton>("save_report_pdf")->isEnabled());
    click("report_contact");
    click("report_figures");
    click("report_pages");
    begin_on_bench();
    EXPECT_TRUE(view().accessibleName().startsWith("Page 1 of"));
}

TEST_F(ReportDesk, DamagedPresetsArePutAsideOnlyWhenSomethingIsKept) {
    const auto file = settings_folder() / "reports.json";
    std::filesystem::create_directories(settings_folder());
    std::ofstream(file) << "{\"schema\": \"faithful-underpaint/report-presets-1\", \"used\": 7";
    window_.reset();
    start();
    begin_on_bench();
    EXPECT_TRUE(text().contains("Pass by pass")) << "as the program has them";
    press_box("Stages");
    EXPECT_FALSE(std::filesystem::exists(file.string() + ".damaged"));
    click("keep_preset");
    EXPECT_TRUE(std::filesystem::exists(file.string() + ".damaged"));
}

TEST_F(ReportDesk, APrinterThatIsNotThereIsToldOf) {
    begin_on_bench();
    const PageLayout pages(Report{"Title", "", "", "2026-11-24", {}}, {});
    const Done printed = print_pages(pages, "No such printer");
    ASSERT_FALSE(printed);
    EXPECT_NE(printed.error().message().find("No such printer"), std::string::npos);
}

}  // namespace
}  // namespace underpaint
