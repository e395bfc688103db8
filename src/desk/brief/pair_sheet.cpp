// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/pair_sheet.h"

#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "desk/brief/thumbnails_panel.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/words.h"

namespace underpaint {

PairSheet::PairSheet(const Desk& desk, QWidget* parent)
    : QWidget(parent), session_(desk.session), meter_(desk.meters.brief) {
    setObjectName(QStringLiteral("pair_sheet"));
    setFocusPolicy(Qt::StrongFocus);
    about_ = hint_label();
    auto* head = new QHBoxLayout;
    head->addWidget(group_title(tr("Pair by pair")));
    head->addSpacing(scaled(10));
    head->addWidget(about_, 1);
    auto* mirror = action_button("pair_mirror", tr("Mirror both"),
                                 tr("Seen the other way round, what is out of balance shows (M)"));
    connect(mirror, &QPushButton::clicked, this, [this] {
        mirrored_ = !mirrored_;
        refresh();
    });
    auto* done = action_button("pair_end", tr("End"), tr("Give it up (Escape)"));
    connect(done, &QPushButton::clicked, this, [this] { emit ended(std::nullopt); });
    head->addWidget(mirror);
    head->addSpacing(scaled(8));
    head->addWidget(done);
    left_ = new PictureCard;
    right_ = new PictureCard;
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(14));
    for (PictureCard* card : {left_, right_}) {
        card->setObjectName(card == left_ ? QStringLiteral("pair_left")
                                          : QStringLiteral("pair_right"));
        row->addWidget(card, 1, Qt::AlignTop);
        const bool left = card == left_;
        connect(card, &PictureCard::chosen, this, [this, left] { keep(left); });
        connect(card, &PictureCard::pointed, this, [this, left] { keep(left); });
    }
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(14), scaled(7), scaled(14), scaled(8));
    column->setSpacing(scaled(10));
    column->addLayout(head);
    column->addLayout(row);
    column->addStretch(1);
}

void PairSheet::begin() {
    best_ = 0;
    next_ = 1;
    mirrored_ = false;
    refresh();
    setFocus();
}

CardFace PairSheet::face_of(std::size_t at) const {
    CardFace face;
    const Thumbnail& thumbnail = session_.document.painting().brief.thumbnails[at];
    face.title = QString::number(at + 1);
    face.about = shown(thumbnail.picture.name);
    const auto* seen = meter_.seen(thumbnail);
    if (seen == nullptr || !seen->figures) return face;
    face.image = mirrored_ ? seen->image.mirrored(true, false) : seen->image;
    face.figure_label = tr("lead");
    face.figure = lead_in_words(*seen->figures);
    face.rows = rows_of(*seen->figures);
    return face;
}

void PairSheet::refresh() {
    const std::size_t count =
        session_.document.has_painting() ? session_.document.painting().brief.thumbnails.size() : 0;
    if (best_ >= count || next_ >= count) return;
    left_->set_face(face_of(best_));
    right_->set_face(face_of(next_));
    about_->setText(tr("Click the better one, or press the left or right arrow. %1 of %2")
                        .arg(next_)
                        .arg(count - 1));
}

/// The one that stays meets the next.
void PairSheet::keep(bool left) {
    if (!left) best_ = next_;
    ++next_;
    if (next_ >= session_.document.painting().brief.thumbnails.size()) {
        emit ended(best_);
        return;
    }
    refresh();
}

void PairSheet::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
        case Qt::Key_Left: keep(true); break;
        case Qt::Key_Right: keep(false); break;
        case Qt::Key_Escape: emit ended(std::nullopt); break;
        case Qt::Key_M:
            mirrored_ = !mirrored_;
            refresh();
            break;
        default: QWidget::keyPressEvent(event);
    }
}

}  // namespace underpaint
