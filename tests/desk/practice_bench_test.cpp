// SPDX-License-Identifier: GPL-3.0-or-later
// The Practice bench, as somebody practises on it: without a painting, with the ladder, keys and
// clicks; what was answered is in the logbook.
#include <QLabel>
#include <fstream>

#include "desk/practice/drill_view.h"
#include "desk/practice/drills_table.h"
#include "desk/practice/error_chart.h"
#include "files/logbook.h"
#include "support/desk_fixture.h"

namespace underpaint {
namespace {

class PracticeDesk : public testing::DeskTest {
protected:
    void SetUp() override {
        std::error_code error;
        for (const char* more : {"", "-wal", "-shm"})
            std::filesystem::remove(Logbook::usual_file().string() + more, error);
        window_->show_bench("practice");
        asked();
    }
    void asked() const {
        ASSERT_TRUE(wait([&] { return window_->bench().finished() && question() != nullptr; }));
    }
    DrillView& view() const { return *find<DrillView>("drill_view"); }
    const DrillQuestion* question() const {
        return window_->bench().findChild<PracticeSession*>()->question().get();
    }
    std::vector<LoggedAnswer> kept() const {
        auto book = Logbook::open(Logbook::usual_file());
        EXPECT_TRUE(book);
        return *book->answers();
    }
    QString last() const { return find<QLabel>("drill_last")->text(); }
    void choose_drill(const char* id) const {
        click((std::string("drill_") + id).c_str());
        asked();
    }
};

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
    EXPECT_TRUE(find<ErrorChart>("error_chart")->accessibleDescription().contains("week of"));
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

TEST_F(PracticeDesk, WhatWasAnsweredIsThereInTheNextSitting) {
    for (int i = 0; i < 3; ++i) {
        QTest::keyClicks(find<QLineEdit>("drill_typed"), "5");
        click("drill_answer");
        asked();
    }
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

TEST_F(PracticeDesk, AStudyIsBroughtInMeasuredAndCounted) {
    const auto split = [](double dark, double light) {
        Picture picture({120, 80}, Channels::grey, Depth::bits8);
        std::vector<float> row(120);
        for (int y = 0; y < 80; ++y) {
            for (int x = 0; x < 120; ++x)
                row[static_cast<std::size_t>(x)] =
                    static_cast<float>(x < 40 + y / 4 ? dark : light) +
                    0.02F * static_cast<float>(y % 7) / 7;
            picture.write_channel(0, 0, y, row);
        }
        return picture;
    };
    ASSERT_TRUE(save_png(folder_ / "study.png", split(0.1, 0.9)));
    ASSERT_TRUE(save_png(folder_ / "reference.png", split(0.3, 0.7)));
    std::vector<std::filesystem::path> files{folder_ / "reference.png", folder_ / "study.png"};
    const auto next = [&](const QString&, const QString&, const std::filesystem::path&) {
        const auto file = files.back();
        files.pop_back();
        return file;
    };
    window_->files().set_picker({next, next, next});
    choose("study_goal_two", "15 of them");
    EXPECT_EQ(find<QPushButton>("study_goal_two")->text(), "0 of 15 ▾");
    choose("bring_in_study", "Two values…");
    ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    const QString words = find<QLabel>("study_words")->text();
    EXPECT_TRUE(words.contains("100% of the shapes agree")) << words.toStdString();
    EXPECT_EQ(find<QPushButton>("study_goal_two")->text(), "1 of 15 ▾");
}

}  // namespace
}  // namespace underpaint
