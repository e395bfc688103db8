// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/window/bring_in_sheet.h"

#include <QGridLayout>
#include <QKeyEvent>
#include <QPainter>

#include "audit/reader_views.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "painting/reframed.h"
#include "render/grey.h"
#include "render/view.h"

namespace underpaint {

/// One reader: the picture as it reads it, and how far that is off L*.
class ReaderTile : public QPushButton {
public:
    explicit ReaderTile(Reader reader) : reader_(reader) {
        setObjectName(QStringLiteral("reads_") + from_view(text_of(reader).id));
        setCheckable(true);
        setAutoExclusive(true);
        setToolTip(from_view(text_of(reader).about));
        setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
        setMinimumSize(scaled(160), scaled(120));
        set_view({}, 0, 0);
    }
    Reader reader() const { return reader_; }
    void set_view(QImage image, double p95, double most) {
        image_ = std::move(image);
        off_ = reader_ == Reader::lightness ? tr("the measure of the others")
                                            : tr("off L* by up to %1 steps, 95% within %2")
                                                  .arg(most, 0, 'f', 1)
                                                  .arg(p95, 0, 'f', 2);
        setAccessibleName(QStringLiteral("%1, %2").arg(from_view(text_of(reader_).label), off_));
        update();
    }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        const bool chosen = isChecked();
        painter.fillRect(rect(), chosen ? greys().chosen : greys().ground);
        const int words = scaled(40), edge = scaled(8);
        const QRect room = rect().adjusted(edge, edge, -edge, -words);
        if (!image_.isNull()) {
            const QSize size = image_.size().scaled(room.size(), Qt::KeepAspectRatio);
            const QRect place({room.x() + (room.width() - size.width()) / 2,
                               room.y() + (room.height() - size.height()) / 2},
                              size);
            painter.setRenderHint(QPainter::SmoothPixmapTransform);
            painter.drawImage(place,
                              image_.scaled(size * devicePixelRatioF(), Qt::IgnoreAspectRatio,
                                            Qt::SmoothTransformation));
        }
        const QRect label(edge, height() - words + scaled(4), width() - 2 * edge, scaled(16));
        painter.setFont(body_font(true));
        painter.setPen(chosen ? greys().strong : greys().text);
        painter.drawText(label, Qt::AlignLeft | Qt::AlignVCenter,
                         from_view(text_of(reader_).label));
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(label.translated(0, scaled(16)), Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(off_, Qt::ElideRight, label.width()));
        if (chosen || hasFocus()) {
            painter.setPen(QPen(chosen ? greys().strong : greys().secondary, 1));
            painter.drawRect(rect().adjusted(0, 0, -1, -1));
        }
    }

private:
    Reader reader_;
    QImage image_;
    QString off_;
};

BringInSheet::BringInSheet(Session& session, QWidget* parent)
    : QWidget(parent), session_(session), job_(this, Urgency::beside, "bringing a picture in") {
    setObjectName(QStringLiteral("bring_in_sheet"));
    auto* title =
        large_label(tr("The picture has colour. Which reading of its values is yours?"), true);
    about_ =
        hint_label(tr("Where colours are strong the readers disagree. The chosen one makes the "
                      "grey underpaint; the file itself stays as it is."));
    auto* tiles = new QGridLayout;
    tiles->setSpacing(scaled(8));
    for (const ReaderText& text : kReaders) {
        auto* tile = new ReaderTile(text.reader);
        const auto place = static_cast<int>(tiles_.size());
        tiles->addWidget(tile, place / 2, place % 2);
        connect(tile, &QPushButton::clicked, this,
                [this, reader = text.reader] { choose(reader); });
        tiles_.push_back(tile);
    }
    left_ = action_button("turn_left", tr("Turn left"), tr("By a quarter"));
    right_ = action_button("turn_right", tr("Turn right"), tr("By a quarter"));
    mirror_ = action_button("mirror_in", tr("Mirror"), tr("The other way round, for good"));
    stop_ = action_button("not_in", tr("Not now"), tr("Leave the picture out"));
    keep_ = action_button("keep_colours", tr("Keep the colours"),
                          tr("The coloured picture itself becomes the underpaint; its values are "
                             "read as chosen at the top right"));
    grey_ = action_button("read_to_grey", {},
                          tr("Make the grey underpaint, as the chosen reader "
                             "sees it"));
    grey_->setProperty("role", "main");
    connect(left_, &QPushButton::clicked, this, [this] { turn(Turn::left); });
    connect(right_, &QPushButton::clicked, this, [this] { turn(Turn::right); });
    connect(mirror_, &QPushButton::clicked, this, [this] { turn(Turn::mirror); });
    connect(stop_, &QPushButton::clicked, this, [this] {
        job_.stop();
        painting_.reset();
        emit finished();
    });
    connect(keep_, &QPushButton::clicked, this, [this] {
        if (painting_) begin(*painting_);
    });
    connect(grey_, &QPushButton::clicked, this, &BringInSheet::read_to_grey);
    auto* row = button_row({left_, right_, mirror_});
    row->addWidget(stop_);
    row->addWidget(keep_);
    row->addWidget(grey_);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(20), scaled(16), scaled(20), scaled(16));
    column->setSpacing(scaled(10));
    column->addWidget(title);
    column->addWidget(about_);
    column->addLayout(tiles, 1);
    column->addLayout(row);
    connect(&job_, &LatestJob::ended, this, &BringInSheet::refresh);
    connect(&session_.document, &Document::begun, this, [this] {
        job_.stop();
        painting_.reset();
    });
    choose(reader_);
}

void BringInSheet::show_picture(Painting painting) {
    painting_ = std::move(painting);
    choose(session_.choices.reader());
    look();
    setFocus();
}

void BringInSheet::choose(Reader reader) {
    reader_ = reader;
    for (ReaderTile* tile : tiles_) tile->setChecked(tile->reader() == reader);
    refresh();
}

void BringInSheet::turn(Turn turn) {
    if (!painting_ || job_.running()) return;
    job_.start([this, turn, painting = *painting_](const std::stop_token&, const auto& deliver) {
        deliver([this, result = turned(painting, turn)] {
            painting_ = result;
            look();
        });
    });
    refresh();
}

void BringInSheet::look() {
    if (!painting_) return;
    job_.start([this, picture = painting_->underpaint](const std::stop_token& stop,
                                                       const auto& deliver) {
        constexpr int side = 600;  // at least the size that a tile is shown at
        for (const ReaderView& view :
             reader_views(*picture, level_for(picture->size(), side), stop))
            deliver([this, view, image = image_of(view.grey)] {
                tiles_[static_cast<std::size_t>(view.reader)]->set_view(image, view.p95, view.most);
            });
    });
    refresh();
}

void BringInSheet::read_to_grey() {
    if (!painting_) return;
    job_.start([this, painting = *painting_, reader = reader_](const std::stop_token& stop,
                                                               const auto& deliver) {
        auto grey = render_grey(painting, 0, reader, painting.underpaint->base().depth(), stop);
        if (!grey) return;
        grey->settle();
        deliver([this, shared = share(std::move(*grey))] {
            if (!painting_) return;
            Painting read = *painting_;
            read.underpaint = shared;
            begin(std::move(read));
        });
    });
    refresh();
}

void BringInSheet::begin(Painting painting) {
    emit chosen(std::make_shared<Painting>(std::move(painting)));
    refresh();
}

void BringInSheet::refresh() {
    const bool free = !job_.running();
    for (QWidget* widget : std::initializer_list<QWidget*>{left_, right_, mirror_, keep_, grey_})
        widget->setEnabled(free);
    grey_->setText(free ? tr("Read to grey by %1").arg(from_view(text_of(reader_).label))
                        : tr("Reading…"));
}

void BringInSheet::paintEvent(QPaintEvent*) {
    QPainter(this).fillRect(rect(), greys().sheet);
}

void BringInSheet::resizeEvent(QResizeEvent*) {
    update();
}

void BringInSheet::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return stop_->click();
    if (event->key() == Qt::Key_Return && grey_->isEnabled()) return grey_->click();
    QWidget::keyPressEvent(event);
}

}  // namespace underpaint
