// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QWidget>

#include "desk/kit/elided_label.h"
#include "desk/practice/here_picture.h"
#include "desk/practice/practice_session.h"

class QLabel;
class QLineEdit;
class QPushButton;

namespace underpaint {

/// The pictures of a question, as large as there is room for, up to twice their own size. A click
/// is a place of the picture.
class QuestionPicture : public QWidget {
    Q_OBJECT
public:
    /// \param screen whose profile it is shown by
    explicit QuestionPicture(const ScreenInUse& screen, QWidget* parent = nullptr);
    void show_question(std::shared_ptr<const DrillQuestion> question);
    QSize minimumSizeHint() const override { return {200, 140}; }
    /// The place of the picture.
    QRectF picture_rect() const;

signals:
    void placed(underpaint::Point at);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    void make_images();

    const ScreenInUse& screen_;
    std::shared_ptr<const DrillQuestion> question_;
    std::vector<QImage> images_;
};

/// A question with what it is answered with, and what the last answer came to.
class DrillView : public QWidget {
    Q_OBJECT
public:
    DrillView(PracticeSession& session, Session& desk, QWidget* parent = nullptr);
    bool finished() const { return here_->finished(); }
    /// The step that would be answered now.
    double step() const { return step_; }
    void set_step(double step);
    void commit();
    void take_focus();
    /// Whether the bench is looked at: else no picture is made for it.
    void watch(bool on);

signals:
    void step_changed();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void refresh();
    void show_answers(const DrillText& drill);
    QString last_words() const;

    PracticeSession& session_;
    HerePicture* here_;
    QPushButton* which_;
    double step_ = 5;
    bool watched_ = false;
    std::shared_ptr<const DrillQuestion> shown_;
    QLabel *question_, *place_, *last_;
    ElidedLabel* how_;
    QuestionPicture* picture_;
    QWidget* choices_;
    std::vector<QPushButton*> buttons_;
    QWidget* typing_;
    QLabel* unit_;
    QLineEdit* typed_;
    QPushButton* answer_;
};

}  // namespace underpaint
