// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/screen_view.h"

#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QRandomGenerator>

#include "desk/kit/accessible.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/screen_image.h"
#include "desk/work/time_keeper.h"
#include "practice/drawing.h"

namespace underpaint {
namespace {

constexpr double kDisc = 0.16;  // radius of the disc, as a share of the field's shorter side

/// As the screen needs it.
QColor on_screen(Rgb colour, const ScreenInUse& screen) {
    RgbBlock pixel(Rect{0, 0, 1, 1});
    pixel.all().set(0, colour);
    return image_of(pixel, screen.transform()).pixelColor(0, 0);
}

}  // namespace

ScreenField::ScreenField(const ScreenInUse& screen) : screen_(screen) {
    setObjectName(QStringLiteral("screen_field"));
    set_accessible_role(*this, QAccessible::Graphic);
    setAccessibleName(tr("A field with a disc"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

void ScreenField::show_disc(Rgb ground, Rgb disc, int where) {
    ground_ = ground, disc_ = disc, where_ = where;
    update();
}

void ScreenField::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), on_screen(ground_, screen_));
    const double radius = kDisc * std::min(width(), height());
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(on_screen(disc_, screen_));
    painter.drawEllipse(QPointF(width() * (0.5 + 0.25 * where_), height() / 2.0), radius, radius);
}

ScreenView::ScreenView(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    setObjectName(QStringLiteral("screen_view"));
    set_accessible_role(*this, QAccessible::Grouping);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("This screen"));
    title_ = large_label();
    title_->setObjectName(QStringLiteral("screen_question"));
    how_ = new QLabel;
    how_->setProperty("tone", "secondary");
    place_ = new QLabel;
    place_->setProperty("tone", "secondary");
    auto* head = new QHBoxLayout;
    head->setSpacing(scaled(18));
    head->addWidget(title_);
    head->addWidget(how_);
    head->addStretch(1);
    head->addWidget(place_);
    field_ = new ScreenField(session_.screen);
    words_ = hint_label();
    words_->setObjectName(QStringLiteral("screen_words"));
    words_->setMinimumHeight(scaled(34));
    words_->setAlignment(Qt::AlignTop);
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(8));
    row->addStretch(1);
    const auto button = [&](const char* name, const QString& label, const QString& about,
                            const auto& act) {
        auto* made = action_button(name, label, about);
        connect(made, &QPushButton::clicked, this, act);
        made->setFocusPolicy(Qt::TabFocus);  // arrow keys answer even after a button was clicked
        row->addWidget(made);
        return made;
    };
    left_ = button("screen_left", tr("Left"), tr("It is in the left half (←)"),
                   [this] { answer(false); });
    right_ = button("screen_right", tr("Right"), tr("It is in the right half (→)"),
                    [this] { answer(true); });
    bluer_ = button("screen_bluer", tr("Bluer"), tr("←"), [this] { nudge(-1, 0); });
    yellower_ = button("screen_yellower", tr("Yellower"), tr("→"), [this] { nudge(1, 0); });
    greener_ = button("screen_greener", tr("Greener"), tr("↓"), [this] { nudge(0, -1); });
    pinker_ = button("screen_pinker", tr("Pinker"), tr("↑"), [this] { nudge(0, 1); });
    grey_ = button("screen_grey", tr("It is grey"), tr("It has no colour now (Enter)"),
                   [this] { take_match(); });
    again_ = button("screen_again", tr("Once more"), tr("Checks this screen again"),
                    [this] { begin(); });
    back_ = button("screen_back", tr("Back to the drills"), tr("Escape"), [this] { emit left(); });
    row->addStretch(1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(14), scaled(10), scaled(14), scaled(6));
    column->setSpacing(scaled(8));
    column->addLayout(head);
    column->addWidget(field_, 1);
    column->addLayout(row);
    column->addWidget(words_);
    show_phase();
}

void ScreenView::begin() {
    seed_ = QRandomGenerator::global()->generate64();
    trials_ = {};
    match_ = tinted_grey(seed_);
    phase_ = Phase::dark;
    words_->setText(
        tr("Sit as you sit when you paint, in the light you paint in. If you see no "
           "disc, guess: half of the guesses are right, and that is reckoned with."));
    ask();
    setFocus();
}

void ScreenView::ask() {
    const ScreenEnd end = phase_ == Phase::light ? ScreenEnd::light : ScreenEnd::dark;
    question_ = ask_screen(end, next_level(levels_of(end), trials()), ++seed_);
    field_->show_disc(question_->ground, question_->disc, question_->right ? 1 : -1);
    show_phase();
}

void ScreenView::answer(bool right) {
    if (!question_) return;
    trials().push_back({question_->level, right == question_->right});
    if (trials().size() < kScreenTrials) return ask();
    if (phase_ == Phase::dark) {
        phase_ = Phase::light;
        return ask();
    }
    phase_ = Phase::grey;
    question_.reset();
    words_->clear();
    show_match();
    show_phase();
}

void ScreenView::nudge(int across, int up) {
    if (phase_ != Phase::grey) return;
    match_.b = std::clamp(match_.b + across * kTintStep, -kMostTint, kMostTint);
    match_.a = std::clamp(match_.a + up * kTintStep, -kMostTint, kMostTint);
    show_match();
}

void ScreenView::show_match() {
    field_->show_disc(neutral_of(session_.choices.surround()), colour_of(match_), 0);
}

void ScreenView::take_match() {
    if (phase_ != Phase::grey) return;
    phase_ = Phase::done;
    ScreenCheck check;
    check.when = moment_now();
    check.dark = end_threshold(ScreenEnd::dark, trials_[0]);
    check.light = end_threshold(ScreenEnd::light, trials_[1]);
    check.grey = match_;
    QString words = QString::fromStdString(in_words(check));
    const ScreenInUse::Kept kept = session_.screen.keep(std::move(check));
    if (!kept.first) switch (kept.room) {
            case RoomLight::same:
                words +=
                    tr(" The room's light is as it was at the last check, as far as this can "
                       "tell.");
                break;
            case RoomLight::lighter:
                words +=
                    tr(" It is lighter here than at the last check: dark steps that you told "
                       "apart then are hidden now.");
                break;
            case RoomLight::darker:
                words +=
                    tr(" It is darker here than at the last check: you tell more dark steps "
                       "apart.");
                break;
        }
    if (!kept.saved)
        words += QLatin1Char(' ') + QString::fromStdString(kept.saved.error().message());
    words_->setText(words);
    show_phase();
}

void ScreenView::show_phase() {
    const bool sides = phase_ == Phase::dark || phase_ == Phase::light,
               grey = phase_ == Phase::grey, done = phase_ == Phase::done;
    for (QPushButton* each : {left_, right_}) each->setVisible(sides);
    for (QPushButton* each : {bluer_, yellower_, greener_, pinker_, grey_}) each->setVisible(grey);
    for (QPushButton* each : {again_, back_}) each->setVisible(done);
    title_->setText(sides  ? tr("In which half is the disc?")
                    : grey ? tr("Make the disc grey.")
                           : tr("This screen"));
    how_->setText(sides  ? tr("← or →")
                  : grey ? tr("arrows move its colour, Enter when it has none")
                         : QString());
    const std::size_t asked = trials_[0].size() + trials_[1].size(), all = 2 * kScreenTrials + 1;
    place_->setText(done ? QString() : tr("%1 of %2 · about two minutes").arg(asked + 1).arg(all));
    set_accessible_text(*this, title_->text() + QLatin1Char(' ') + words_->text());
}

void ScreenView::keyPressEvent(QKeyEvent* event) {
    const int key = event->key();
    if (key == Qt::Key_Escape) return emit left();
    if (question_ && (key == Qt::Key_Left || key == Qt::Key_Right))
        return answer(key == Qt::Key_Right);
    if (phase_ == Phase::grey) {
        switch (key) {
            case Qt::Key_Left: return nudge(-1, 0);
            case Qt::Key_Right: return nudge(1, 0);
            case Qt::Key_Up: return nudge(0, 1);
            case Qt::Key_Down: return nudge(0, -1);
            case Qt::Key_Return:
            case Qt::Key_Enter: return take_match();
            default: break;
        }
    }
    QWidget::keyPressEvent(event);
}

}  // namespace underpaint
