// SPDX-License-Identifier: GPL-3.0-or-later
// Studies brought in on the Practice bench: as files, dropped, pasted, photographed; counted
// against goals.
#include <QClipboard>
#include <QDropEvent>
#include <QMimeData>

#include "brief/estimates.h"
#include "desk/practice/study_board.h"
#include "support/practice_desk.h"

namespace underpaint {
namespace {

class StudiesDesk : public testing::PracticeDesk {
protected:
    /// Two values either side of a slanting edge, with a little grain.
    static float value(double x, double y, float dark, float light) {
        return x < 0.33 + 0.2 * y ? dark : light;
    }
    void save(const char* file, Size size, const std::function<float(double, double)>& at) const {
        const Picture picture = testing::grey_picture(
            size,
            [&](int x, int y) {
                return at((x + 0.5) / size.width, (y + 0.5) / size.height) +
                       0.02F * static_cast<float>(y % 7) / 7;
            },
            Depth::bits8);
        ASSERT_TRUE(save_png(folder_ / file, picture));
    }
    void SetUp() override {
        PracticeDesk::SetUp();
        save("study.png", {120, 80}, [](double x, double y) { return value(x, y, 0.1F, 0.9F); });
        save("reference.png", {240, 160},
             [](double x, double y) { return value(x, y, 0.3F, 0.7F); });
    }
    StudySlot& slot(const char* name) const { return *find<StudySlot>(name); }
    void settle_study() const {
        ASSERT_TRUE(wait([&] { return window_->bench().finished(); }));
    }
    void choose_file(const char* slot, const char* file) {
        picked_ = folder_ / file;
        choose(slot, "A file…");
        settle_study();
    }
    void measure() const {
        ASSERT_TRUE(find("study_measure")->isEnabled());
        click("study_measure");
        settle_study();
    }
    QString words() const { return find<QLabel>("study_words")->text(); }
};

TEST_F(StudiesDesk, AStudyIsBroughtInMeasuredAndCounted) {
    choose("study_goal_two", "15 of them, as is usual");
    EXPECT_EQ(find<QPushButton>("study_goal_two")->text(), "0 of 15 ▾");
    choose("bring_in_study", "Two values…");
    EXPECT_TRUE(find("study_board")->isVisible());
    EXPECT_FALSE(find("study_measure")->isEnabled()) << "nothing is there yet";
    choose_file("study_choose", "study.png");
    choose_file("reference_choose", "reference.png");
    find<QLineEdit>("study_minutes")->setText("a while");
    measure();
    EXPECT_TRUE(find<QLabel>("study_board_words")->text().contains("a number"));
    EXPECT_TRUE(kept_studies().empty());
    find<QLineEdit>("study_minutes")->setText("28");
    measure();
    EXPECT_TRUE(words().contains("100% of the shapes agree")) << words().toStdString();
    EXPECT_TRUE(find("study_result")->isVisible()) << "the pictures are seen large";
    EXPECT_EQ(find<QPushButton>("study_goal_two")->text(), "1 of 15 ▾");
    EXPECT_EQ(find<QLabel>("study_took_two")->text(), "28 min");
    EXPECT_TRUE(find<QLabel>("study_pace")->text().contains("through with two values"));
    ASSERT_EQ(kept_studies().size(), 1U);
    EXPECT_EQ(kept_studies().front().name, "study");
    EXPECT_NEAR(kept_studies().front().minutes, 28, 1e-9);
    // The Brief's estimates know of it.
    const auto& past = session().settings.past();
    ASSERT_FALSE(past.empty());
    EXPECT_EQ(past.back().route, kStudies);
    EXPECT_NEAR(past.back().minutes.at("thumbnails"), 28, 1e-9);
    // One that doubles grows once it is reached; another window adds what is missing.
    for (int i = 1; i < 15; ++i)
        ASSERT_TRUE(
            Logbook::open(Logbook::usual_file())
                ->add(LoggedStudy{0, kept_studies().front().when, StudyKind::two, "again"}));
    choose("study_goal_two", "Doubled each time it is reached");
    EXPECT_EQ(find<QPushButton>("study_goal_two")->text(), "15 of 30 ▾");
    EXPECT_TRUE(find("study_goal_two")->toolTip().contains("set out to do 15"));
    choose("study_goal_two", "Doubled each time it is reached");
    EXPECT_EQ(find<QPushButton>("study_goal_two")->text(), "15 of 15 ▾");
    EXPECT_TRUE(find<QLabel>("study_pace")->text().contains("all done"));
    QTest::keyClick(find("study_another"), Qt::Key_Escape);
    EXPECT_TRUE(view().isVisible()) << "back to the drills";
    click("study_large");
    EXPECT_TRUE(find("study_result")->isVisible());
    choose("logbook", "Delete the last study");
    EXPECT_EQ(kept_studies().size(), 14U);
}

TEST_F(StudiesDesk, PicturesAreDroppedPastedAndTakenFromTheBrief) {
    choose("bring_in_study", "Full value…");
    QMimeData dropped;
    dropped.setUrls(
        {QUrl::fromLocalFile(QString::fromStdString((folder_ / "study.png").string()))});
    QDragEnterEvent enter({20, 60}, Qt::CopyAction, &dropped, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&slot("study_slot"), &enter);
    QDropEvent drop(QPointF(20, 60), Qt::CopyAction, &dropped, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&slot("study_slot"), &drop);
    settle_study();
    ASSERT_NE(slot("study_slot").picture(), nullptr);
    EXPECT_EQ(slot("study_slot").name(), "study");
    EXPECT_FALSE(session().document.has_painting()) << "it was not opened as a painting";
    QImage copied(64, 48, QImage::Format_RGB32);
    copied.fill(Qt::gray);
    QGuiApplication::clipboard()->setImage(copied);
    slot("reference_slot").setFocus();
    QTest::keyClick(&slot("reference_slot"), Qt::Key_V, Qt::ControlModifier);
    settle_study();
    ASSERT_NE(slot("reference_slot").picture(), nullptr);
    EXPECT_EQ(slot("reference_slot").picture()->size().width, 64);
    QGuiApplication::clipboard()->clear();
    choose("reference_choose", "What was copied");
    EXPECT_TRUE(find<QLabel>("reference_slot_words")->text().contains("no picture"));
    EXPECT_EQ(slot("reference_slot").picture()->size().width, 64) << "the one before stays";
    picked_ = folder_ / "missing.png";
    choose("reference_choose", "A file…");
    settle_study();
    EXPECT_TRUE(find<QLabel>("reference_slot_words")->text().contains("missing.png"));
}

TEST_F(StudiesDesk, APhotographIsSetStraightByItsCorners) {
    // The study on a table, seen at a slant and lit from one side: each pixel of the photograph is
    // looked up in the study by the projective map of the four corners, written out.
    const Point corner[] = {{60, 40}, {340, 70}, {310, 260}, {30, 230}};
    const double x0 = corner[0].x, y0 = corner[0].y, x1 = corner[1].x, y1 = corner[1].y,
                 x2 = corner[2].x, y2 = corner[2].y, x3 = corner[3].x, y3 = corner[3].y;
    const double dx1 = x1 - x2, dx2 = x3 - x2, dx3 = x0 - x1 + x2 - x3, dy1 = y1 - y2,
                 dy2 = y3 - y2, dy3 = y0 - y1 + y2 - y3, det = dx1 * dy2 - dx2 * dy1;
    const double g = (dx3 * dy2 - dx2 * dy3) / det, h = (dx1 * dy3 - dx3 * dy1) / det;
    const double a = x1 - x0 + g * x1, b = x3 - x0 + h * x3, d = y1 - y0 + g * y1,
                 e = y3 - y0 + h * y3;
    save("photograph.png", {400, 300}, [&](double px, double py) {
        const double x = px * 400, y = py * 300;
        // (u, v) with x (g u + h v + 1) = a u + b v + x0, the same for y.
        const double m = a - g * x, n = b - h * x, p = d - g * y, q = e - h * y;
        const double r = x - x0, s = y - y0, whole = m * q - n * p;
        const double u = (r * q - n * s) / whole, v = (m * s - r * p) / whole;
        if (u < 0 || u > 1 || v < 0 || v > 1) return 0.5F;  // the table
        const double lit =
            std::pow((value(u, v, 0.1F, 0.75F) + 0.055) / 1.055, 2.4) * (1.3 - 0.6 * px);
        return static_cast<float>(1.055 * std::pow(lit, 1 / 2.4) - 0.055);
    });
    choose("bring_in_study", "Two values…");
    choose_file("study_choose", "photograph.png");
    choose_file("reference_choose", "reference.png");
    click("study_photograph");
    ASSERT_TRUE(slot("study_slot").corners());
    EXPECT_TRUE(find<QPushButton>("study_even")->isChecked()) << "its light is evened out";
    // The corners at first, as they are seen: dragged to those of the study.
    auto& photograph = slot("study_slot");
    const double by = [&] {
        // The picture is fitted between the head and the foot of its place.
        const double wide = photograph.width(),
                     high = photograph.height() - scaled(34) - scaled(24);
        return std::min(wide / 400, high / 300);
    }();
    const QPointF origin(photograph.width() / 2.0 - 200 * by, scaled(34));
    const auto seen = [&](Point at) { return (origin + QPointF(at.x, at.y) * by).toPoint(); };
    for (std::size_t i = 0; i < 4; ++i) {
        QTest::mousePress(&photograph, Qt::LeftButton, {}, seen((*photograph.corners())[i]));
        QTest::mouseMove(&photograph, seen(corner[i]));
        QTest::mouseRelease(&photograph, Qt::LeftButton, {}, seen(corner[i]));
        EXPECT_NEAR((*photograph.corners())[i].x, corner[i].x, 1.5 / by);
    }
    measure();
    const double straight = kept_studies().back().figure, crept = kept_studies().back().second;
    EXPECT_GT(straight, 0.97) << words().toStdString();
    EXPECT_LT(crept, 0.05);
    // Without the corners the table is in it, and with them crossed nothing is measured.
    click("study_another");
    click("study_photograph");
    measure();
    EXPECT_FALSE(words().contains(QString("%1% of").arg(qRound(100 * straight))))
        << words().toStdString();
    click("study_another");
    click("study_photograph");
    const std::size_t count = kept_studies().size();
    photograph.setFocus();
    QTest::keyClick(&photograph, Qt::Key_Space);  // whichever it is, over to the other side
    for (int i = 0; i < 80; ++i) QTest::keyClick(&photograph, Qt::Key_Right, Qt::ShiftModifier);
    QTest::keyClick(&photograph, Qt::Key_Space);
    for (int i = 0; i < 80; ++i) QTest::keyClick(&photograph, Qt::Key_Left, Qt::ShiftModifier);
    QTest::keyClick(&photograph, Qt::Key_Space);
    for (int i = 0; i < 80; ++i) QTest::keyClick(&photograph, Qt::Key_Right, Qt::ShiftModifier);
    click("study_measure");
    settle_study();
    EXPECT_EQ(kept_studies().size(), count);
    EXPECT_TRUE(find<QLabel>("study_board_words")->text().contains("corners cross"))
        << find<QLabel>("study_board_words")->text().toStdString();
}

}  // namespace
}  // namespace underpaint
