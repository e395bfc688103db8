// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/beside/doubt_page.h"

#include <QLabel>
#include <QVBoxLayout>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/work/paths.h"

namespace underpaint {
namespace {

constexpr int kPictureWide = 180, kPictureHigh = 150;

void show_image(QLabel& label, const QImage& image) {
    label.setPixmap(
        QPixmap::fromImage(image.scaled(scaled(kPictureWide), scaled(kPictureHigh),
                                        Qt::KeepAspectRatio, Qt::SmoothTransformation)));
}

}  // namespace

DoubtPage::DoubtPage(Watching& watching, QWidget* parent)
    : QWidget(parent),
      watching_(watching),
      words_(new QLabel),
      sealed_(new QLabel),
      saved_(new QLabel),
      same_(action_button("same_picture", tr("It is the same picture"),
                          tr("It is measured, and so is what is saved after it"))),
      leave_(action_button("leave_out", tr("Leave it out"),
                           tr("Nothing is made of it; the next save is looked at again"))) {
    setObjectName(QStringLiteral("doubt"));
    words_->setWordWrap(true);
    words_->setObjectName(QStringLiteral("doubt_words"));
    sealed_->setAccessibleName(tr("The picture that was sealed"));
    saved_->setAccessibleName(tr("The picture that was saved"));
    connect(same_, &QPushButton::clicked, &watching_, &Watching::take_unlike);
    connect(leave_, &QPushButton::clicked, &watching_, &Watching::leave_unlike);
    auto* pictures = new QHBoxLayout;
    pictures->setSpacing(scaled(12));
    for (const auto& [label, picture] :
         {std::pair(tr("As sealed"), sealed_), std::pair(tr("As saved now"), saved_)}) {
        auto* column = new QVBoxLayout;
        column->setSpacing(scaled(4));
        column->addWidget(hint_label(label));
        picture->setFixedSize(scaled(kPictureWide), scaled(kPictureHigh));
        picture->setAlignment(Qt::AlignLeft | Qt::AlignTop);
        column->addWidget(picture);
        pictures->addLayout(column);
    }
    pictures->addStretch(1);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(12), scaled(12), scaled(12), scaled(12));
    column->setSpacing(scaled(12));
    column->addWidget(words_);
    column->addLayout(pictures);
    column->addLayout(button_row({same_, leave_}));
    column->addStretch(1);
}

void DoubtPage::follow() {
    const auto& doubt = watching_.doubt();
    if (!doubt) return;
    words_->setText(
        (doubt->may_be
             ? tr("%1 does not look like the picture that was sealed: their greys agree by %2%. Is "
                  "it the same picture?")
             : tr("%1 is another picture: its greys agree with those of the seal by %2%, and it "
                  "has another shape. It can't be measured against this seal."))
            .arg(text_of(watching_.file().filename()))
            .arg(100 * doubt->certainty, 0, 'f', 0));
    show_image(*sealed_, doubt->sealed);
    show_image(*saved_, doubt->saved);
    same_->setVisible(doubt->may_be);
}

}  // namespace underpaint
