// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/picture_strip.h"

#include <QApplication>
#include <QClipboard>
#include <QDragEnterEvent>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QMimeData>

#include "desk/kit/elided_label.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/work/clipboard.h"
#include "desk/work/paths.h"
#include "desk/work/picture_of_image.h"

namespace underpaint {
namespace {

constexpr int kLeastCard = 165;  // width that a card's figures need, in pixels of the design

}  // namespace

PictureStrip::PictureStrip(const Desk& desk, const char* name, const QString& title,
                           const Keeping& keeping, QWidget* parent)
    : QWidget(parent),
      desk_(desk),
      keeping_(keeping),
      reading_(this, Urgency::beside, "reading pictures for the brief") {
    setObjectName(QString::fromLatin1(name));
    setAcceptDrops(true);
    about_ = new ElidedLabel;
    about_->setProperty("tone", "secondary");
    trouble_ = hint_label();
    trouble_->setObjectName(QStringLiteral("%1_trouble").arg(QString::fromLatin1(name)));
    trouble_->hide();
    empty_ = hint_label();
    auto* bring = action_button((std::string(name) + "_bring").c_str(), tr("Bring in…"),
                                tr("From a file; pictures can also be dropped here, or pasted with "
                                   "Ctrl+V"));
    connect(bring, &QPushButton::clicked, this, &PictureStrip::ask);
    head_ = new QHBoxLayout;
    head_->setSpacing(scaled(10));
    head_->addWidget(group_title(title));
    head_->addWidget(about_, 1);
    head_->addWidget(bring);
    grid_ = new QGridLayout;
    grid_->setHorizontalSpacing(scaled(11));
    grid_->setVerticalSpacing(scaled(10));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(14), scaled(7), scaled(14), scaled(8));
    column->setSpacing(scaled(7));
    column->addLayout(head_);
    column->addWidget(trouble_);
    column->addWidget(empty_);
    column->addLayout(grid_);
}

void PictureStrip::set_about(const QString& about) {
    about_->say(about);
}

void PictureStrip::set_empty(const QString& text) {
    empty_->setText(text);
}

void PictureStrip::add_button(QPushButton* button) {
    head_->insertWidget(head_->count() - 1, button);
}

void PictureStrip::say(const QString& trouble) {
    trouble_->setText(trouble);
    trouble_->setVisible(!trouble.isEmpty());
}

void PictureStrip::set_cards(std::size_t count, int columns) {
    while (cards_.size() > count) {
        // Deleted later: the request may come from the card's own menu.
        cards_.back()->hide();
        cards_.back()->setObjectName({});
        cards_.back()->deleteLater();
        cards_.pop_back();
    }
    while (cards_.size() < count) {
        auto* card = new PictureCard;
        card->setObjectName(QStringLiteral("%1_%2").arg(objectName()).arg(cards_.size()));
        cards_.push_back(card);
        emit card_made(static_cast<int>(cards_.size()) - 1);
    }
    most_columns_ = columns;
    lay_out();
    empty_->setVisible(cards_.empty());
}

/// As many in a row as can be read.
void PictureStrip::lay_out() {
    const int room = width() / scaled(kLeastCard);
    const int columns = std::clamp(room, 1, most_columns_);
    for (std::size_t i = 0; i < cards_.size(); ++i)
        grid_->addWidget(cards_[i], static_cast<int>(i) / columns, static_cast<int>(i) % columns,
                         Qt::AlignTop);
    for (int i = 0; i < 8; ++i) grid_->setColumnStretch(i, i < columns ? 1 : 0);
}

void PictureStrip::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    lay_out();
}

void PictureStrip::ask() {
    const auto path = desk_.ask.to_open(tr("Bring in a picture"), picture_kinds());
    if (!path.empty()) read({text_of(path)});
}

void PictureStrip::read(const QStringList& files) {
    if (!desk_.session.document.has_painting() || files.isEmpty()) return;
    say({});
    setCursor(Qt::BusyCursor);
    const std::uint64_t number = desk_.session.document.number();
    reading_.start([this, files, number, keeping = keeping_](const std::stop_token& stop,
                                                             const auto& deliver) {
        for (const QString& file : files) {
            auto kept = keep_file(path_of(file), keeping, stop);
            if (stop.stop_requested()) return;
            deliver([this, number, kept = std::move(kept)] {
                // The painter may have opened another painting meanwhile.
                if (number != desk_.session.document.number()) return;
                if (kept)
                    emit brought(*kept);
                else
                    say(QString::fromStdString(kept.error().message()));
            });
        }
        deliver([this] { unsetCursor(); });
    });
}

void PictureStrip::take(const QMimeData& dropped) {
    QStringList files;
    for (const QUrl& url : dropped.urls())
        if (url.isLocalFile()) files << text_of(path_of(url));
    if (!files.isEmpty()) return read(files);
    const auto picture = picture_of(qvariant_cast<QImage>(dropped.imageData()));
    if (!picture) return say(tr("There is no picture on the clipboard."));
    const auto kept = keep(*picture, tr("Pasted").toStdString(), keeping_);
    if (!kept) return say(QString::fromStdString(kept.error().message()));
    say({});
    emit brought(*kept);
}

void PictureStrip::paste() {
    if (desk_.session.document.has_painting()) take(on_clipboard());
}

void PictureStrip::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls() || event->mimeData()->hasImage())
        event->acceptProposedAction();
}

void PictureStrip::dropEvent(QDropEvent* event) {
    take(*event->mimeData());
    event->acceptProposedAction();
}

void PictureStrip::keyPressEvent(QKeyEvent* event) {
    if (event->matches(QKeySequence::Paste)) return paste();
    QWidget::keyPressEvent(event);
}

}  // namespace underpaint
