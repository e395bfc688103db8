// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/work/session.h"

class QLabel;
class QPushButton;

namespace underpaint {

/// The field that is looked at: a disc in one half, or a grey beside a neutral surround.
class ScreenField : public QWidget {
    Q_OBJECT
public:
    explicit ScreenField(const ScreenInUse& screen);
    /// \param where the disc is: -1 on the left, 0 in the middle, 1 on the right
    void show_disc(Rgb ground, Rgb disc, int where);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const ScreenInUse& screen_;
    Rgb ground_ = grey(0.5F), disc_ = grey(0.5F);
    int where_ = 0;
};

/// The check of the screen in its room, of two minutes: by arrows or clicks. Nothing is kept before
/// it is done to its end.
class ScreenView : public QWidget {
    Q_OBJECT
public:
    explicit ScreenView(Session& session, QWidget* parent = nullptr);
    void begin();
    /// The question now; nothing once a grey is matched, or all is done.
    const std::optional<ScreenQuestion>& question() const { return question_; }
    const GreyMatch& match() const { return match_; }

signals:
    void left();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    enum class Phase { dark, light, grey, done };
    std::vector<Trial>& trials() { return trials_[phase_ == Phase::light ? 1 : 0]; }
    void ask();
    void answer(bool right);
    void nudge(int across, int up);
    void take_match();
    void show_match();
    void show_phase();

    Session& session_;
    Phase phase_ = Phase::done;
    std::uint64_t seed_ = 0;
    std::array<std::vector<Trial>, 2> trials_;
    std::optional<ScreenQuestion> question_;
    GreyMatch match_;
    ScreenField* field_;
    QLabel *title_, *how_, *place_, *words_;
    QPushButton *left_, *right_, *bluer_, *yellower_, *greener_, *pinker_, *grey_, *again_, *back_;
};

}  // namespace underpaint
