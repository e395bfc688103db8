// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/notice_bar.h"

#include <QBoxLayout>
#include <QKeyEvent>
#include <QPainter>
#include <QPushButton>

#include "desk/kit/flow_layout.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"

namespace underpaint {
namespace {

/// A text that a label can wrap anywhere in words that are long, as paths are: it breaks lines at
/// spaces, and at a zero-width one.
QString breakable(const QString& text) {
    constexpr int longest = 16;
    QString result;
    int run = 0;
    for (const QChar c : text) {
        run = c.isSpace() ? 0 : run + 1;
        result += c;
        if (run >= longest || (run > 1 && !c.isLetterOrNumber() && !c.isSurrogate() &&
                               !c.isMark() && text.size() > longest)) {
            if (c.isHighSurrogate()) continue;
            result += QChar(0x200B);
            run = 1;
        }
    }
    return result;
}

}  // namespace

NoticeBar::NoticeBar(QWidget* parent)
    : QWidget(parent),
      text_(new QLabel),
      bar_(new QProgressBar),
      row_(new QBoxLayout(QBoxLayout::LeftToRight, this)),
      buttons_(new FlowLayout(scaled(8))) {
    setObjectName(QStringLiteral("notice"));
    setAttribute(Qt::WA_NoMousePropagation);  // clicks are not meant for what lies below
    text_->setObjectName(QStringLiteral("notice_text"));
    text_->setWordWrap(true);
    text_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    text_->setTextFormat(Qt::PlainText);
    bar_->setTextVisible(false);
    bar_->setRange(0, 1000);
    auto* words = new QVBoxLayout;
    words->addWidget(text_);
    words->addWidget(bar_);
    row_->setContentsMargins(scaled(14), scaled(9), scaled(12), scaled(9));
    row_->setSpacing(scaled(14));
    row_->addLayout(words, 1);
    row_->addLayout(buttons_);
    hide();
}

void NoticeBar::say(const QString& text) {
    show_sheet(text, false, {{tr("Close"), {}}});
}

void NoticeBar::ask(const QString& text, std::vector<Answer> answers) {
    show_sheet(text, false, std::move(answers));
}

void NoticeBar::show_progress(const QString& text, std::function<void()> stop) {
    if (!progress_ || isHidden() || said_ != text) {
        show_sheet(text, true, {{tr("Stop"), std::move(stop)}});
        bar_->setValue(0);
    }
}

void NoticeBar::set_progress(float share) {
    bar_->setValue(static_cast<int>(1000 * share));
}

void NoticeBar::end_progress() {
    if (!progress_) return;
    progress_ = false;
    answers_.clear();
    hide();
}

void NoticeBar::lie_over(QWidget& over) {
    if (&over == parent()) return;
    if (parent() != nullptr) parent()->removeEventFilter(this);
    const bool shown = !isHidden();
    setParent(&over);
    over.installEventFilter(this);
    setVisible(shown);
    if (shown) place();
}

bool NoticeBar::eventFilter(QObject* watched, QEvent* event) {
    if (watched == parent() && event->type() == QEvent::Resize && !isHidden()) place();
    return QWidget::eventFilter(watched, event);
}

void NoticeBar::place() {
    const QWidget* over = parentWidget();
    if (over == nullptr) return;
    const int width = over->width();
    arrange(over->size());
    layout()->activate();  // its nested layouts still have the height of the old words
    const int height = hasHeightForWidth() ? heightForWidth(width) : sizeHint().height();
    setGeometry(0, 0, width,
                std::min(std::max(height, minimumSizeHint().height()), over->height()));
    raise();
}

/// Buttons stand beside the words while those keep half of the width, and don't get so high that
/// they cover much of what lies below; else under them.
void NoticeBar::arrange(QSize room) {
    const int buttons = buttons_->sizeHint().width();
    const int words = text_->heightForWidth(std::max(1, room.width() - buttons - scaled(40)));
    const bool below = buttons > room.width() / 2 || words > room.height() / 3;
    const auto wanted = below ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight;
    if (row_->direction() == wanted) return;
    row_->setDirection(wanted);
    row_->setSpacing(scaled(below ? 8 : 14));
}

/// What is in it has changed its size.
bool NoticeBar::event(QEvent* event) {
    const bool done = QWidget::event(event);
    if (event->type() == QEvent::LayoutRequest && !isHidden()) place();
    return done;
}

void NoticeBar::show_sheet(const QString& text, bool progress, std::vector<Answer> answers) {
    while (QLayoutItem* item = buttons_->takeAt(0)) {
        item->widget()->hide();
        item->widget()->deleteLater();
        delete item;
    }
    answers_ = std::move(answers);
    progress_ = progress;
    said_ = text;
    text_->setText(breakable(text));
    setAccessibleName(text);
    bar_->setVisible(progress);
    for (std::size_t i = 0; i < answers_.size(); ++i) {
        auto* button = new QPushButton(answers_[i].label);
        button->setObjectName(QStringLiteral("notice_answer_%1").arg(i));
        connect(button, &QPushButton::clicked, this, [this, i] { answer(i); });
        buttons_->addWidget(button);
        // A hidden button takes no room, and its size is known only with its style.
        button->ensurePolished();
        button->show();
    }
    show();
    place();
    if (!answers_.empty() && !progress) buttons_->itemAt(0)->widget()->setFocus();
}

void NoticeBar::answer(std::size_t index) {
    const auto act = answers_[index].act;
    answers_.clear();
    progress_ = false;
    hide();
    if (act) act();
    emit closed();
}

void NoticeBar::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape && !answers_.empty())
        answer(answers_.size() - 1);
    else
        QWidget::keyPressEvent(event);
}

void NoticeBar::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().chosen);
    painter.fillRect(QRect(0, 0, scaled(3), height()), greys().strong);
}

}  // namespace underpaint
