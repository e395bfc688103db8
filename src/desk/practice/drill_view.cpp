// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/drill_view.h"

#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPainter>
#include <cmath>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"

namespace underpaint {
namespace {

constexpr std::size_t kMostChoices = 5;
constexpr double kBetween = 8, kCaption = 16;
constexpr double kMostEnlarged = 2;  // times its own size

/// Light in dark, so that it is seen on everything; the spot itself stays free.
void draw_ring(QPainter& painter, const QRectF& place, const DrillQuestion& question) {
    const double by = place.width() / question.picture.area().width;
    const QPointF at = place.topLeft() + QPointF(question.place.x, question.place.y) * by;
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    for (const auto& [colour, off] : {std::pair(Qt::black, 2.5), {Qt::white, 1.0}}) {
        painter.setPen(QPen(colour, 1.5));
        painter.drawEllipse(at, question.radius * by + off, question.radius * by + off);
    }
}

}  // namespace

QuestionPicture::QuestionPicture(const ScreenInUse& screen, QWidget* parent)
    : QWidget(parent), screen_(screen) {
    setObjectName(QStringLiteral("question_picture"));
    set_accessible_role(*this, QAccessible::Graphic);
    setAccessibleName(tr("The question's picture"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    connect(&screen_, &ScreenInUse::changed, this, &QuestionPicture::make_images);
}

void QuestionPicture::show_question(std::shared_ptr<const DrillQuestion> question) {
    question_ = std::move(question);
    make_images();
}

void QuestionPicture::make_images() {
    images_.clear();
    const DisplayTransform* display = screen_.transform();
    if (question_) {
        if (question_->stages.empty()) images_.push_back(image_of(question_->picture, display));
        for (const RgbBlock& stage : question_->stages) images_.push_back(image_of(stage, display));
    }
    update();
}

QRectF QuestionPicture::picture_rect() const {
    if (images_.empty()) return {};
    const QSizeF own = images_.front().size();
    // Enlarged pixels would soften an edge whose hardness is asked for, and show the grain of a
    // painting.
    const bool by_pixels = question_->kind == DrillKind::edge || needs_picture(question_->kind);
    QSizeF size = own;
    size.scale(QSizeF(this->size()).boundedTo(own * (by_pixels ? 1 : kMostEnlarged)),
               Qt::KeepAspectRatio);
    QRectF place(QPointF(), size);
    place.moveCenter(QRectF(rect()).center());
    return place;
}

void QuestionPicture::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().ground);
    if (images_.empty()) return;
    if (images_.size() == 1) {
        const QRectF place = picture_rect();
        painter.setRenderHint(QPainter::SmoothPixmapTransform);
        painter.drawImage(place.toRect(), images_.front());
        if (needs_picture(question_->kind)) draw_ring(painter, place, *question_);
        return;
    }
    // Pictures side by side, in the number of rows that lets them be largest.
    const auto count = static_cast<int>(images_.size());
    const int columns = count > 3 ? 3 : count, rows = (count + columns - 1) / columns;
    const double gap = scaled(kBetween), caption = scaled(kCaption);
    QSizeF size = images_.front().size();
    size.scale(QSizeF((width() - gap * (columns - 1)) / columns,
                      (height() - gap * (rows - 1)) / rows - caption)
                   .boundedTo(size * kMostEnlarged),
               Qt::KeepAspectRatio);
    const double left = (width() - columns * size.width() - gap * (columns - 1)) / 2;
    painter.setFont(secondary_font());
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    for (int i = 0; i < count; ++i) {
        const QPointF at(left + i % columns * (size.width() + gap),
                         i / columns * (size.height() + caption + gap));
        painter.drawImage(QRectF(at, size), images_[static_cast<std::size_t>(i)]);
        painter.setPen(greys().secondary);
        const QString name = count == 2 ? (i == 0 ? tr("before") : tr("after"))
                             : i == 0   ? tr("sealed")
                                        : tr("after pass %1").arg(i);
        painter.drawText(QRectF(at + QPointF(0, size.height()), QSizeF(size.width(), caption)),
                         Qt::AlignLeft | Qt::AlignVCenter, name);
    }
}

void QuestionPicture::mousePressEvent(QMouseEvent* event) {
    const QRectF place = picture_rect();
    if (!question_ || images_.size() != 1 || !place.contains(event->position())) return;
    const double by = question_->picture.area().width / place.width();
    const QPointF at = (event->position() - place.topLeft()) * by;
    emit placed({at.x(), at.y()});
}

DrillView::DrillView(PracticeSession& session, Session& desk, QWidget* parent)
    : QWidget(parent), session_(session), here_(new HerePicture(desk, this)) {
    setObjectName(QStringLiteral("drill_view"));
    set_accessible_role(*this, QAccessible::Grouping);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("The question"));
    question_ = large_label();
    question_->setObjectName(QStringLiteral("drill_question"));
    how_ = new ElidedLabel;
    how_->setProperty("tone", "secondary");
    place_ = new QLabel;
    place_->setObjectName(QStringLiteral("drill_place"));
    place_->setProperty("tone", "secondary");
    auto* head = new QHBoxLayout;
    head->setSpacing(scaled(18));
    head->addWidget(question_);
    head->addWidget(how_, 1);
    which_ = choice_button("here_picture", {}, tr("The picture whose spots are named"));
    set_menu(which_, [this](QMenu& menu) { here_->fill(menu); });
    connect(here_, &HerePicture::chosen, this, &DrillView::refresh);
    connect(here_, &HerePicture::made, &session_, &PracticeSession::set_picture);
    head->addWidget(which_);
    head->addWidget(place_);
    picture_ = new QuestionPicture(desk.screen);
    connect(picture_, &QuestionPicture::placed, this, [this](Point at) {
        if (needs_picture(session_.kind())) return session_.ask_at(at);
        if (text_of(session_.kind()).answer == AnswerKind::place) session_.answer({0, at});
    });
    choices_ = new QWidget;
    auto* row = new QHBoxLayout(choices_);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(scaled(8));
    row->addStretch(1);
    for (std::size_t i = 0; i < kMostChoices; ++i) {
        auto* button = action_button(("drill_choice_" + std::to_string(i)).c_str(), {},
                                     tr("Answers the question"));
        connect(button, &QPushButton::clicked, this, [this, i] {
            session_.answer({static_cast<double>(i), {}});
        });
        buttons_.push_back(button);
        row->addWidget(button);
    }
    row->addStretch(1);
    typing_ = new QWidget;
    auto* line = new QHBoxLayout(typing_);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(scaled(8));
    line->addStretch(1);
    typed_ = new QLineEdit;
    typed_->setObjectName(QStringLiteral("drill_typed"));
    typed_->setAccessibleName(tr("Your answer"));
    typed_->setFixedWidth(scaled(60));
    typed_->setAlignment(Qt::AlignRight);
    typed_->setMaxLength(8);
    typed_->setProperty("role", "field");
    typed_->setInputMethodHints(Qt::ImhFormattedNumbersOnly);
    unit_ = new QLabel;
    answer_ = action_button("drill_answer", tr("Answer"), tr("Takes what stands here (Enter)"));
    connect(answer_, &QPushButton::clicked, this, &DrillView::commit);
    connect(typed_, &QLineEdit::returnPressed, this, &DrillView::commit);
    connect(typed_, &QLineEdit::textEdited, this, [this](const QString& text) {
        bool number = false;
        const double value = step_from_words(text, &number);
        if (number && text_of(session_.kind()).answer == AnswerKind::step && value >= 1 &&
            value <= 9) {
            step_ = value;
            emit step_changed();
        }
    });
    line->addWidget(typed_);
    line->addWidget(unit_);
    line->addWidget(answer_);
    line->addStretch(1);
    last_ = hint_label();
    last_->setObjectName(QStringLiteral("drill_last"));
    last_->setMinimumHeight(scaled(34));
    last_->setAlignment(Qt::AlignTop);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(14), scaled(10), scaled(14), scaled(6));
    column->setSpacing(scaled(8));
    column->addLayout(head);
    column->addWidget(picture_, 1);
    column->addWidget(choices_);
    column->addWidget(typing_);
    column->addWidget(last_);
    connect(&session_, &PracticeSession::changed, this, &DrillView::refresh);
    refresh();
}

void DrillView::take_focus() {
    const AnswerKind answer = text_of(session_.kind()).answer;
    if (answer == AnswerKind::step || answer == AnswerKind::amount)
        typed_->setFocus();
    else
        setFocus();
}

void DrillView::watch(bool on) {
    watched_ = on;
    refresh();
}

void DrillView::set_step(double step) {
    step_ = std::clamp(step, 1.0, 9.0);
    typed_->setText(QString::number(step_, 'f', 1));
    emit step_changed();
}

/// What was typed is the answer; what is no number stays there to be mended.
void DrillView::commit() {
    const DrillText& drill = text_of(session_.kind());
    bool number = false;
    const double value = step_from_words(typed_->text(), &number);
    const double least = drill.answer == AnswerKind::step ? 1 : 0,
                 most = drill.answer == AnswerKind::step ? 9 : drill.most;
    if (!number || value < least || value > most) {
        last_->setText(tr("Type a number from %1 to %2.").arg(least).arg(most));
        return;
    }
    session_.answer({value, {}});
}

void DrillView::keyPressEvent(QKeyEvent* event) {
    if (text_of(session_.kind()).answer == AnswerKind::choice && session_.question() &&
        session_.question()->choices.size() == 2 &&
        (event->key() == Qt::Key_Left || event->key() == Qt::Key_Right))
        return session_.answer({event->key() == Qt::Key_Left ? 0.0 : 1.0, {}});
    QWidget::keyPressEvent(event);
}

QString DrillView::last_words() const {
    const auto& last = session_.last();
    if (!last) return {};
    const DrillQuestion& question = *last->question;
    const DrillText& drill = text_of(question.kind);
    QString said;
    switch (drill.answer) {
        case AnswerKind::step:
            said = tr("You said %1, it was %2.")
                       .arg(last->answer.value, 0, 'f', 1)
                       .arg(question.truth, 0, 'f', 1);
            break;
        case AnswerKind::amount:
            said = tr("You said %1 %3, it was %2 %3.")
                       .arg(last->answer.value, 0, 'f', 0)
                       .arg(question.truth, 0, 'f', 0)
                       .arg(from_view(drill.unit));
            break;
        case AnswerKind::choice:
        case AnswerKind::place: {
            said = last->result.right ? tr("Right.") : tr("Not so.");
            if (!last->result.right && drill.answer == AnswerKind::choice)
                said = tr("Not so: it was %1.")
                           .arg(QString::fromStdString(
                               question.choices[static_cast<std::size_t>(question.truth)]));
            break;
        }
    }
    said += QLatin1Char(' ') + QString::fromStdString(question.fact);
    const QString round = session_.round_in_words();
    return round.isEmpty() ? said : said + QLatin1Char(' ') + round;
}

void DrillView::show_answers(const DrillText& drill) {
    const bool typed = drill.answer == AnswerKind::step || drill.answer == AnswerKind::amount;
    typing_->setVisible(typed);
    choices_->setVisible(drill.answer == AnswerKind::choice);
    unit_->setText(from_view(drill.unit));
    const auto& question = session_.question();
    for (std::size_t i = 0; i < buttons_.size(); ++i) {
        const bool there = question && i < question->choices.size();
        // The buttons keep their places while the next question is made.
        if (question) buttons_[i]->setVisible(there);
        buttons_[i]->setEnabled(there);
        if (there) buttons_[i]->setText(QString::fromStdString(question->choices[i]));
    }
    answer_->setEnabled(question != nullptr);
}

void DrillView::refresh() {
    const DrillText& drill = text_of(session_.kind());
    question_->setText(from_view(drill.question));
    how_->say(from_view(drill.how));
    place_->setText(tr("%1 of %2 · %3 min")
                        .arg(session_.answered() % PracticeSession::kRound + 1)
                        .arg(PracticeSession::kRound)
                        .arg(std::lround(session_.minutes())));
    here_->want(watched_ && needs_picture(session_.kind()));
    which_->setVisible(needs_picture(session_.kind()));
    show_choice(which_, here_->label());
    show_answers(drill);
    // The last question stays until the next one is ready, unless none will come.
    const bool none = needs_picture(session_.kind()) && !session_.has_picture();
    if (none && shown_) picture_->show_question(shown_ = nullptr);
    if (session_.question() != shown_ && session_.question()) {
        shown_ = session_.question();
        picture_->show_question(shown_);
        typed_->clear();
        step_ = 5;
        emit step_changed();
    }
    QString words = last_words();
    if (none) words = tr("Open a painting, or bring one in: then you are asked about its spots.");
    if (session_.opening()) words = tr("The logbook is being opened.");
    last_->setText(!session_.trouble().isEmpty() ? session_.trouble() : words);
    set_accessible_text(*this, question_->text() + QLatin1Char(' ') + words);
}

}  // namespace underpaint
