// SPDX-License-Identifier: GPL-3.0-or-later
// The Practice bench, as somebody practises on it: without a painting, with the ladder, keys and
// clicks; what was answered is in the logbook.
#include <fstream>

#include "desk/practice/drills_table.h"
#include "desk/practice/practice_chart_view.h"
#include "desk/practice/practice_foot.h"
#include "support/practice_desk.h"

namespace underpaint {
namespace {

using testing::PracticeDesk;

TEST_F(PracticeDesk, AStepIsTypedAndKeptWithoutAPainting) {
    EXPECT_FALSE(session().document.has_painting());
    EXPECT_TRUE(view().isVisible());
    const double truth = question()->truth;
    auto* typed = find<QLineEdit>("drill_typed");
    EXPECT_TRUE(typed->hasFocus()) << "one can type at once";
    QTest::keyClicks(typed, "12");
    QTest::keyClick(typed, Qt::Key_Return);
    EXPECT_TRUE(last().contains("from 1 to 9"));
    EXPECT_TRUE(kept().empty()) << "no answer";
    typed->clear();
    QTest::keyClicks(typed, "4.5");
    QTest::keyClick(typed, Qt::Key_Return);
    asked();
    ASSERT_EQ(kept().size(), 1U);
    EXPECT_NEAR(kept().front().said, 4.5, 1e-9);
    EXPECT_NEAR(kept().front().error, 4.5 - truth, 1e-9);
    EXPECT_TRUE(last().contains(QString("it was %1").arg(truth, 0, 'f', 1)))
        << last().toStdString();
    EXPECT_EQ(find<DrillsTable>("drills")->item(0, 3)->text(), "1");
    EXPECT_TRUE(find<PracticeChartView>("practice_chart_view")
                    ->accessibleDescription()
                    .contains("week of"));
}

TEST_F(PracticeDesk, APressOnTheLadderAnswers) {
    auto* ladder = find("ladder");
    ASSERT_TRUE(ladder->isVisible());
    QTest::mouseClick(ladder, Qt::LeftButton, {}, QPoint(60, ladder->height() / 4));
    asked();
    ASSERT_EQ(kept().size(), 1U);
    EXPECT_GT(kept().front().said, 5.5) << "the upper part of the scale is light";
    EXPECT_LT(kept().front().said, 9.1);
}

TEST_F(PracticeDesk, SidesAreAnsweredByArrowsAndASecondPressAnswersNothing) {
    choose_drill("lighter");
    for (int i = 0; i < 12; ++i) {
        const bool left = question()->truth == 0;
        QTest::keyClick(&view(), left ? Qt::Key_Left : Qt::Key_Right);
        QTest::keyClick(&view(), left ? Qt::Key_Left : Qt::Key_Right);
        asked();
    }
    const auto answers = kept();
    ASSERT_GE(answers.size(), 12U);
    ASSERT_LE(answers.size(), 24U);
    EXPECT_TRUE(answers.front().right);
    EXPECT_LT(answers.back().level, answers.front().level) << "it has become harder";
}

TEST_F(PracticeDesk, EveryDrillAsksTakesAnAnswerAndSaysWhy) {
    for (const DrillText& drill : kDrills) {
        if (needs_picture(drill.kind)) continue;
        choose_drill(std::string(drill.id).c_str());
        SCOPED_TRACE(std::string(drill.id));
        EXPECT_EQ(find<QLabel>("drill_question")->text().toStdString(), drill.question);
        const std::size_t before = kept().size();
        switch (drill.answer) {
            case AnswerKind::choice: click("drill_choice_0"); break;
            case AnswerKind::place: {
                auto* picture = find<QuestionPicture>("question_picture");
                const QRectF place = picture->picture_rect();
                const double by = place.width() / question()->picture.area().width;
                const Point at = question()->place;
                QTest::mouseClick(picture, Qt::LeftButton, {},
                                  (place.topLeft() + QPointF(at.x, at.y) * by).toPoint());
                break;
            }
            case AnswerKind::step:
            case AnswerKind::amount:
                QTest::keyClicks(find<QLineEdit>("drill_typed"), "5");
                click("drill_answer");
                break;
        }
        asked();
        ASSERT_EQ(kept().size(), before + 1);
        EXPECT_EQ(kept().back().kind, drill.kind);
        EXPECT_TRUE(drill.answer != AnswerKind::place || kept().back().right);
        EXPECT_GT(last().size(), 10);
    }
}

TEST_F(PracticeDesk, PicturesUseTheRoomOfALargeWindowAndEdgesKeepTheirPixels) {
    const auto* picture = find<QuestionPicture>("question_picture");
    const auto enlarged = [&](const char* drill) {
        choose_drill(drill);
        return picture->picture_rect().width() / question()->picture.area().width;
    };
    window_->resize(2560, 1440);
    EXPECT_GT(enlarged("step"), 1.3);
    EXPECT_LE(enlarged("step"), 2);
    EXPECT_GT(enlarged("leads"), 1.3);
    EXPECT_DOUBLE_EQ(enlarged("edge"), 1) << "an enlarged edge would be softer than its answer";
    window_->resize(1024, 640);
    EXPECT_LE(enlarged("leads"), 1.3);
    const QRectF place = picture->picture_rect();
    EXPECT_TRUE(QRectF(picture->rect()).contains(place));
}

TEST_F(PracticeDesk, WhatWasAnsweredIsThereInTheNextSitting) {
    for (int i = 0; i < 3; ++i) answer_with("5");
    window_.reset();
    start();
    window_->show_bench("practice");
    asked();
    EXPECT_EQ(find<DrillsTable>("drills")->item(0, 3)->text(), "3");
}

TEST_F(PracticeDesk, ADamagedLogbookIsToldOfAndPracticeGoesOn) {
    window_.reset();
    std::ofstream(Logbook::usual_file()) << std::string(5000, 'x');
    start();
    window_->show_bench("practice");
    asked();
    EXPECT_TRUE(last().contains("damaged")) << last().toStdString();
    QTest::keyClicks(find<QLineEdit>("drill_typed"), "5");
    click("drill_answer");
    asked();
    EXPECT_EQ(kept().size(), 1U);
    EXPECT_TRUE(last().contains("You said")) << "what was read gives way to the answer";
    std::filesystem::remove(Logbook::usual_file().string() + ".damaged");
}

TEST_F(PracticeDesk, SpotsOfOnesOwnPictureAreNamed) {
    EXPECT_FALSE(practice().has_picture());
    click("drill_here");
    ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    EXPECT_EQ(question(), nullptr);
    EXPECT_TRUE(last().contains("Open a painting")) << last().toStdString();
    // Left half at a level whose step is known, right half at another.
    begin(testing::sealed(
        testing::grey_picture({300, 200}, [](int x, int) { return x < 150 ? 0.2 : 0.8; })));
    window_->show_bench("practice");
    asked();
    auto* shown = find<QuestionPicture>("question_picture");
    const auto step_at = [](double level) {
        const double linear = std::pow((level + 0.055) / 1.055, 2.4);
        return 1 + (116 * std::cbrt(linear) - 16) / 12.5;
    };
    for (const auto& [x, level] : {std::pair(0.25, 0.2), {0.75, 0.8}}) {
        const QRectF place = shown->picture_rect();
        QTest::mouseClick(
            shown, Qt::LeftButton, {},
            (place.topLeft() + QPointF(x * place.width(), place.height() / 2)).toPoint());
        asked();
        EXPECT_NEAR(question()->truth, step_at(level), 0.06) << "where the click was";
        EXPECT_NEAR(question()->place.x, x * 300, 2);
    }
    const std::size_t before = kept().size();
    EXPECT_EQ(before, 0U) << "asking elsewhere is no answer";
    answer_with("5");
    ASSERT_EQ(kept().size(), 1U);
    EXPECT_EQ(kept().front().kind, DrillKind::here);
    choose("here_picture", "As it was sealed");
    asked();
    // On another bench nothing is made for it; back here the question is about the picture as it
    // is.
    PracticeSession& practising = practice();
    window_->show_bench("passes");
    const auto asked_before = practising.question();
    session().document.change(
        "Darken", with_pass(painting(), testing::tint(grey(0), BlendMode::normal, 0.5F)));
    settle();
    EXPECT_EQ(practising.question(), asked_before);
    window_->show_bench("practice");
    ASSERT_TRUE(wait([&] { return practising.question() != asked_before && question(); }));
    EXPECT_TRUE(find<QPushButton>("here_picture")->text().startsWith("as sealed"));
}

TEST_F(PracticeDesk, ARoundIsSummedUpAndTheNextBegins) {
    EXPECT_EQ(find<QPushButton>("practice_go_on")->text(), "Go on: 20 more");
    for (int i = 0; i < PracticeSession::kRound - 1; ++i) answer_with("5");
    EXPECT_EQ(find<QPushButton>("practice_go_on")->text(), "Go on: 1 more");
    EXPECT_FALSE(last().contains("a round of"));
    answer_with("5");
    EXPECT_TRUE(last().contains("a round of 20")) << last().toStdString();
    EXPECT_EQ(find<QPushButton>("practice_go_on")->text(), "Go on: 20 more");
    answer_with("5");
    EXPECT_FALSE(last().contains("a round of"));
}

TEST_F(PracticeDesk, TheChartShowsWeeksCellsOrMinutesAndIsSaved) {
    for (int i = 0; i < 4; ++i) answer_with("3");
    auto* chart = find<PracticeChartView>("practice_chart_view");
    EXPECT_TRUE(chart->accessibleDescription().contains("week of"));
    const QImage weeks = chart->grab().toImage();
    choose("practice_chart", "Hue and step");
    EXPECT_TRUE(chart->accessibleDescription().contains("about step"));
    const DrillCell cell = kept().front().cell;
    EXPECT_TRUE(chart->accessibleDescription().contains(
        QString::fromStdString(std::string(hue_name(cell.hue)))));
    EXPECT_NE(chart->grab().toImage(), weeks);
    choose("practice_chart", "Minutes a week");
    EXPECT_TRUE(chart->accessibleDescription().contains("min"));
    for (const char* file : {"chart.svg", "chart.png", "chart.pdf"}) {
        picked_ = folder_ / file;
        choose("export_practice", QString(file).endsWith("svg")   ? "as vectors (SVG)…"
                                  : QString(file).endsWith("png") ? "as a picture (PNG)…"
                                                                  : "as a page (PDF)…");
        EXPECT_GT(std::filesystem::file_size(folder_ / file), 500U) << file;
    }
    QFile svg(QString::fromStdString((folder_ / "chart.svg").string()));
    ASSERT_TRUE(svg.open(QIODevice::ReadOnly));
    EXPECT_TRUE(svg.readAll().contains("Minutes a week"));
    // A drill that is right or wrong has no cells.
    choose("practice_chart", "Hue and step");
    choose_drill("lighter");
    EXPECT_EQ(chart->chart(), PracticeChart::weeks);
    choose_drill("step");
    EXPECT_EQ(chart->chart(), PracticeChart::cells) << "as was chosen";
}

TEST_F(PracticeDesk, TheLogbookIsTakenOutPutBackAndDeletedFrom) {
    for (int i = 0; i < 3; ++i) answer_with("4");
    const auto answers = kept();
    picked_ = folder_ / "mine.csv";
    choose("logbook", "Export it (CSV)…");
    ASSERT_TRUE(std::filesystem::exists(folder_ / "mine.csv"));
    choose("logbook", "Delete the last answer");
    ASSERT_EQ(kept().size(), 2U);
    EXPECT_EQ(kept().back().seed, answers[1].seed) << "the newest went";
    EXPECT_EQ(find<DrillsTable>("drills")->item(0, 3)->text(), "2");
    const auto add = [&](const char* file) {
        picked_ = folder_ / file;
        choose("logbook", "Add what a CSV file has…");
        EXPECT_TRUE(wait([&] { return window_->bench().finished(); }));
        return find<QLabel>("practice_time")->text();
    };
    EXPECT_EQ(add("mine.csv"), "One entry was added.");
    EXPECT_EQ(add("mine.csv"), "All that is in it was there already.");
    EXPECT_EQ(kept().size(), 3U);
    std::ofstream(folder_ / "other.csv") << "a,b\n1,2\n";
    EXPECT_TRUE(add("other.csv").contains("not a logbook"));
    EXPECT_TRUE(add("none.csv").contains("none.csv"));
    EXPECT_EQ(kept().size(), 3U);
    choose("logbook", "Delete what today has");
    EXPECT_TRUE(kept().empty());
    EXPECT_EQ(add("mine.csv"), "3 entries were added.");
    auto* menu = find<QPushButton>("logbook")->menu();
    emit menu->aboutToShow();
    auto* all = menu->findChild<QMenu*>();
    ASSERT_NE(all, nullptr);
    all->actions().front()->trigger();
    EXPECT_TRUE(kept().empty());
}

TEST_F(PracticeDesk, TheLogbookIsOpenedBesideTheInterface) {
    {
        auto book = Logbook::open(Logbook::usual_file());
        for (int i = 0; i < 50; ++i) {
            LoggedAnswer answer;
            answer.when = std::chrono::sys_seconds(std::chrono::seconds(1'700'000'000 + 60 * i));
            answer.kind = DrillKind::lighter;
            answer.right = true;
            answer.seconds = 6;
            ASSERT_TRUE(book->add(answer));
        }
    }
    window_.reset();
    start();
    window_->show_bench("practice");
    EXPECT_TRUE(practice().opening());
    EXPECT_EQ(practice().logbook(), nullptr);
    EXPECT_FALSE(find("logbook")->isEnabled());
    EXPECT_EQ(last(), "The logbook is being opened.");
    // Another kind is chosen before it is there.
    click("drill_lighter");
    EXPECT_EQ(practice().question(), nullptr);
    asked();
    EXPECT_TRUE(find("logbook")->isEnabled());
    EXPECT_EQ(last(), "");
    EXPECT_EQ(practice().question()->kind, DrillKind::lighter);
    EXPECT_EQ(practice().standing(DrillKind::lighter).count, 50U);
    EXPECT_EQ(practice().namings().size(), 50U);
    ASSERT_EQ(practice().weeks().size(), 1U);
    EXPECT_NEAR(practice().weeks().front().minutes, 5, 1e-6);
    // Closed while it is being opened.
    window_.reset();
    start();
    window_->show_bench("practice");
    window_.reset();
    start();
}

}  // namespace
}  // namespace underpaint
