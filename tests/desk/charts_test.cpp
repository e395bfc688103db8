// SPDX-License-Identifier: GPL-3.0-or-later
// The audit at the desk: charts in place of the picture, what else the passes did, findings that
// are meant, and mends that are safe.
#include <QLineEdit>
#include <QMenu>
#include <QXmlStreamReader>
#include <fstream>

#include "desk/passes/charts/chart_board.h"
#include "desk/passes/more_figures.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

using testing::sealed;
using testing::tint;
using testing::with_columns;

class AuditAtTheDesk : public testing::DeskTest {
protected:
    void SetUp() override {
        DeskTest::SetUp();
        Painting painting = sealed(testing::grey_picture(
            {240, 160}, [](int x, int y) { return (y < 80 ? 0.65 : 0.25) + 0.1 * (x >= 120); }));
        painting = with_columns(std::move(painting), "Left", 0, 120);
        painting = with_columns(std::move(painting), "Right", 120, 240);
        Pass warm = tint({0.9F, 0.6F, 0.3F}, BlendMode::true_colour);
        warm.reach.band = {5, 9, 0.1F};
        painting = with_pass(std::move(painting), warm);
        Pass wash = tint({0.5F, 0.6F, 0.8F}, BlendMode::normal, 0.4F);
        wash.name = "Wash";
        painting = with_pass(std::move(painting), wash);
        begin(std::move(painting));
        window_->show_bench(QStringLiteral("passes"));
        settle();
    }
    ChartBoard& board() const { return *window_->findChild<ChartBoard*>(); }
    const std::vector<Finding>& findings() const { return window_->meters().passes.findings(); }
};

TEST_F(AuditAtTheDesk, ChartsStandInPlaceOfThePictureAndGoAgain) {
    EXPECT_FALSE(board().isVisible());
    click("to_charts");
    EXPECT_TRUE(board().isVisible());
    EXPECT_FALSE(window_->canvas().isVisible());
    for (const char* tab : {"tab_ramps", "tab_balance", "tab_stages", "tab_temperature"}) {
        click(tab);
        settle();
        EXPECT_EQ(QStringLiteral("tab_") + QLatin1String(board().current().id()),
                  QLatin1String(tab));
        // Something is drawn, and by another moment something else.
        const QImage now = board().current().grab().toImage();
        session().outlook.set_moment(0);
        settle();
        EXPECT_NE(board().current().grab().toImage(), now) << tab;
        session().outlook.set_moment(2);
        settle();
    }
    QTest::keyClick(&board(), Qt::Key_Escape);
    EXPECT_TRUE(window_->canvas().isVisible());
    click("to_charts");
    click("charts_back");
    EXPECT_TRUE(window_->canvas().isVisible());
    // Another bench has the picture.
    click("to_charts");
    window_->show_bench(QStringLiteral("values"));
    EXPECT_TRUE(window_->canvas().isVisible());
}

TEST_F(AuditAtTheDesk, AClickOnAChartWindsToThePass) {
    for (const char* chart : {"balance", "stages"}) {
        ASSERT_TRUE(window_->bench().show_page(QLatin1String(chart)));
        settle();
        session().outlook.set_moment(2);
        bool wound = false;
        const QSize size = board().current().size();
        for (int x = 4; x < size.width() && !wound; x += 12)
            for (int y = 4; y < size.height() && !wound; y += 12) {
                QTest::mouseClick(&board().current(), Qt::LeftButton, {}, {x, y});
                wound = session().outlook.moment() == 1;
            }
        EXPECT_TRUE(wound) << chart;
    }
}

TEST_F(AuditAtTheDesk, ThePointerOnTheBalanceIsToldTheFigureAndThePass) {
    ASSERT_TRUE(window_->bench().show_page(QStringLiteral("balance")));
    settle();
    QStringList said;
    QObject::connect(&board(), &ChartBoard::said, &board(),
                     [&](const QString& words) { said << words; });
    // The first plot is that of values, its right end the last pass.
    Chart& chart = board().current();
    const QSize cell(chart.width() / 3, chart.height() / 4);
    QTest::mouseMove(&chart, {cell.width() - 20, cell.height() / 2});
    ASSERT_FALSE(said.isEmpty());
    const auto& last = window_->meters().passes.audit()->passes.back();
    const auto words = kValueMeasure.words(last);
    EXPECT_EQ(
        said.back(),
        QStringLiteral("Value %1, after pass 2, Wash").arg(QString::fromStdString(words->balance)));
    QTest::mouseMove(&chart, {1, 1});
    EXPECT_EQ(said.back(), "");
}

TEST_F(AuditAtTheDesk, ChartsAreSavedAsSvgAndPng) {
    for (const char* chart : {"temperature", "ramps", "balance", "stages"}) {
        ASSERT_TRUE(window_->bench().show_page(QLatin1String(chart)));
        settle();
        const auto file = folder_ / "chart.svg", image = folder_ / "chart.png";
        picked_ = file;
        trigger("chart_svg");
        QFile svg(QString::fromStdString(file.string()));
        ASSERT_TRUE(svg.open(QIODevice::ReadOnly));
        QXmlStreamReader xml(&svg);
        int drawn = 0;
        while (!xml.atEnd())
            if (xml.readNext() == QXmlStreamReader::StartElement) ++drawn;
        EXPECT_FALSE(xml.hasError()) << xml.errorString().toStdString();
        EXPECT_GT(drawn, 12) << chart;
        picked_ = image;
        trigger("chart_png");
        EXPECT_GE(QImage(QString::fromStdString(image.string())).width(), 1000) << chart;
    }
    picked_ = folder_ / "no" / "such" / "folder.png";
    trigger("chart_png");  // said, and no more
}

TEST_F(AuditAtTheDesk, WhatElseThePassesDidIsSaidForTheMoment) {
    click("page_also");
    auto* panel = window_->findChild<MoreFigures*>();
    ASSERT_TRUE(panel->isVisible());
    EXPECT_TRUE(panel->accessibleDescription().contains(QStringLiteral("Shape kept")));
    const QString last = panel->accessibleDescription();
    session().outlook.set_moment(1);
    settle();
    EXPECT_NE(panel->accessibleDescription(), last);
    click("page_pass");
    EXPECT_FALSE(panel->isVisible());
}

TEST_F(AuditAtTheDesk, AFindingThatIsMeantIsToldSoAndUndone) {
    settle_mends();
    ASSERT_TRUE(counts(findings().front()));
    const FindingCode code = findings().front().code;
    trigger("meant");
    auto* note =
        QApplication::activePopupWidget() != nullptr
            ? QApplication::activePopupWidget()->findChild<QLineEdit*>(QStringLiteral("meant_note"))
            : nullptr;
    ASSERT_NE(note, nullptr);
    QTest::keyClicks(note, QStringLiteral("a veil of fog"));
    QTest::keyClick(note, Qt::Key_Return);
    ASSERT_EQ(painting().meant.size(), 1U);
    const auto accepted = std::ranges::find(findings(), code, &Finding::code);
    EXPECT_EQ(accepted->meant, "a veil of fog");
    session().document.undo();
    settle();
    EXPECT_TRUE(painting().meant.empty());
    EXPECT_TRUE(counts(*std::ranges::find(findings(), code, &Finding::code)));
}

TEST_F(AuditAtTheDesk, WhatIsSafeIsMendedAsOneChange) {
    settle_mends();
    const Painting before = painting();
    click("mend_safe");
    ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    auto* take = window_->findChild<QPushButton*>(QStringLiteral("take_safe"));
    ASSERT_TRUE(take->isEnabled());
    // Time is logged and a name is changed meanwhile: neither stands in the way, and both stay.
    WorkLog log = painting().log;
    log.times.push_back({"mend", *date_from_iso("2026-03-04"), 600, 40});
    session().document.log(log);
    Painting named = painting();
    named.name = "Renamed";
    session().document.change(QStringLiteral("Rename"), named);
    click("take_safe");
    EXPECT_NE(painting().passes, before.passes);
    EXPECT_EQ(painting().name, "Renamed");
    EXPECT_EQ(painting().log, log);
    settle();
    EXPECT_EQ(window_->meters().passes.audit()->balance(), Verdict::held);
    session().document.undo();
    Painting as_before = before;
    as_before.name = "Renamed";
    as_before.log = log;
    EXPECT_EQ(painting(), as_before) << "one change";
    // What was found for another painting is not taken.
    settle_mends();
    click("mend_safe");
    ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    Painting other = painting();
    other.passes[1].strength = 0.5F;
    session().document.change(QStringLiteral("Another"), other);
    EXPECT_FALSE(take->isEnabled());
    // Nor what was found for another reader.
    settle_mends();
    click("mend_safe");
    ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    ASSERT_TRUE(take->isEnabled());
    session().choices.set_reader(Reader::glow);
    click("take_safe");
    EXPECT_EQ(painting(), other);
    EXPECT_FALSE(take->isEnabled());
}

}  // namespace
}  // namespace underpaint
