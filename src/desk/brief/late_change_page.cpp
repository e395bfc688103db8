// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/late_change_page.h"

#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPainter>
#include <QPushButton>
#include <QRegularExpression>
#include <QScrollArea>
#include <QVBoxLayout>

#include "desk/brief/brief_changes.h"
#include "desk/brief/day_words.h"
#include "desk/brief/underpaint_offer.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "files/limits.h"
#include "painting/reframed.h"
#include "painting/stage.h"
#include "render/render.h"

namespace underpaint {
namespace {

constexpr int kSide = 640;  // long side of the small painting
constexpr double kNudge = 0.02;

QString kind_in_words(Touched::Kind kind) {
    switch (kind) {
        case Touched::Kind::part: return QObject::tr("Parts");
        case Touched::Kind::plan: return QObject::tr("Plan");
        case Touched::Kind::seal: return QObject::tr("Seal");
        case Touched::Kind::pass: return QObject::tr("Passes");
    }
    return {};
}

}  // namespace

PlacePicker::PlacePicker(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("late_place"));
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::CrossCursor);
    setMinimumHeight(scaled(200));
    setAccessibleName(tr("Where the new figure stands; arrows move it, Delete takes it away"));
    setToolTip(tr("Drag where the new figure is to stand"));
}

void PlacePicker::set_image(const QImage& image) {
    image_ = image;
    update();
}

void PlacePicker::clear() {
    place_.reset();
    update();
}

QRectF PlacePicker::picture_rect() const {
    if (image_.isNull()) return rect();
    const QSizeF size = QSizeF(image_.size()).scaled(QSizeF(this->size()), Qt::KeepAspectRatio);
    return {(width() - size.width()) / 2, 0, size.width(), size.height()};
}

QPointF PlacePicker::share_at(QPointF at) const {
    const QRectF picture = picture_rect();
    return {std::clamp((at.x() - picture.left()) / picture.width(), 0.0, 1.0),
            std::clamp((at.y() - picture.top()) / picture.height(), 0.0, 1.0)};
}

void PlacePicker::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const QRectF picture = picture_rect();
    painter.fillRect(picture, greys().bar);
    if (!image_.isNull()) painter.drawImage(picture, image_);
    if (hasFocus()) {
        painter.setPen(QPen(greys().secondary, 1, Qt::DotLine));
        painter.drawRect(picture.adjusted(0, 0, -1, -1));
    }
    if (!place_) return;
    const QRectF place(picture.left() + place_->left() * picture.width(),
                       picture.top() + place_->top() * picture.height(),
                       place_->width() * picture.width(), place_->height() * picture.height());
    painter.fillRect(place, QColor(255, 255, 255, 50));
    painter.setPen(QPen(QColor(0, 0, 0, 160), 3));
    painter.drawRect(place);
    painter.setPen(QPen(Qt::white, 1.4, Qt::DashLine));
    painter.drawRect(place);
}

void PlacePicker::mousePressEvent(QMouseEvent* event) {
    setFocus();
    from_ = share_at(event->position());
    place_.reset();
    update();
}

void PlacePicker::mouseMoveEvent(QMouseEvent* event) {
    const QRectF place = QRectF(from_, share_at(event->position())).normalized();
    if (place.width() < 0.01 || place.height() < 0.01) return;
    place_ = place;
    update();
    emit changed();
}

void PlacePicker::keyPressEvent(QKeyEvent* event) {
    const QPointF by = event->key() == Qt::Key_Left    ? QPointF(-kNudge, 0)
                       : event->key() == Qt::Key_Right ? QPointF(kNudge, 0)
                       : event->key() == Qt::Key_Up    ? QPointF(0, -kNudge)
                       : event->key() == Qt::Key_Down  ? QPointF(0, kNudge)
                                                       : QPointF();
    if (event->key() == Qt::Key_Delete) {
        clear();
    } else if (!by.isNull()) {
        // The first arrow key places a figure in the middle.
        QRectF place = place_.value_or(QRectF(0.4, 0.3, 0.2, 0.5));
        if (place_) place.translate(by);
        place.moveLeft(std::clamp(place.left(), 0.0, 1 - place.width()));
        place.moveTop(std::clamp(place.top(), 0.0, 1 - place.height()));
        place_ = place;
        update();
    } else {
        return QWidget::keyPressEvent(event);
    }
    emit changed();
}

LateChangePage::LateChangePage(const Desk& desk, QWidget* parent)
    : QWidget(parent),
      session_(desk.session),
      job_(this, Urgency::beside, "a late change"),
      drawing_(this, Urgency::beside, "the pictures of a late change"),
      resizing_(this, Urgency::beside, "another size") {
    setObjectName(QStringLiteral("late_page"));
    picker_ = new PlacePicker;
    connect(picker_, &PlacePicker::changed, this, &LateChangePage::ask);
    offer_ = new UnderpaintOffer(desk);
    connect(offer_, &UnderpaintOffer::offer_changed, this, [this](const QImage& picture) {
        picture.isNull() ? draw_painting() : picker_->set_image(picture);
        ask();
    });
    connect(offer_, &UnderpaintOffer::done, this, [this](const QString& words) {
        draw_painting();
        ask();
        done_ = words;
    });
    auto* sizes = size_row();
    summary_ = hint_label();
    summary_->setObjectName(QStringLiteral("late_summary"));
    auto* done = action_button("late_end", tr("End"), tr("Back to the brief (Escape)"));
    connect(done, &QPushButton::clicked, this, &LateChangePage::ended);
    auto* head = new QHBoxLayout;
    head->setSpacing(scaled(10));
    head->addWidget(group_title(tr("What would change")));
    auto* about =
        hint_label(tr("drag where a new figure is to stand, choose another underpaint, or "
                      "write another size"));
    about->setWordWrap(false);
    head->addWidget(about, 1);
    head->addWidget(done);
    auto* touched = new QWidget;
    list_ = new QVBoxLayout(touched);
    list_->setContentsMargins(0, 0, 0, 0);
    list_->setSpacing(scaled(3));
    list_->addStretch(1);
    auto* scroll = new QScrollArea;
    scroll->setObjectName(QStringLiteral("late_list"));
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setWidget(touched);
    touched->setAutoFillBackground(false);
    scroll->viewport()->setAutoFillBackground(false);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(scaled(14), scaled(7), scaled(14), scaled(8));
    column->setSpacing(scaled(9));
    column->addLayout(head);
    column->addWidget(picker_, 3);
    column->addWidget(offer_);
    column->addLayout(sizes);
    column->addWidget(summary_);
    column->addWidget(scroll, 2);
}

bool LateChangePage::finished() const {
    return !job_.running() && !drawing_.running() && !resizing_.running() && offer_->finished();
}

QLayout* LateChangePage::size_row() {
    size_ = new QLineEdit;
    size_->setObjectName(QStringLiteral("late_size"));
    size_->setPlaceholderText(tr("as it is"));
    size_->setToolTip(tr("Pixels across and down, as 3000 × 2000"));
    size_->setAccessibleName(size_->toolTip());
    size_->setFixedWidth(scaled(110));
    connect(size_, &QLineEdit::textEdited, this, &LateChangePage::ask);
    take_ = action_button("late_take", tr("Ask for this size"),
                          tr("The brief asks for it from now on"));
    connect(take_, &QPushButton::clicked, this, [this] {
        const auto size = asked().size;
        if (!size) return;
        change_brief(session_, tr("Size wanted"), [&](Brief& brief) { brief.size = size; });
        emit ended();
    });
    resize_ = action_button("late_resize", tr("Make it this size"),
                            tr("The painting itself: pictures, masks, seals and passes of all "
                               "versions with it. One step back undoes it"));
    resize_->ensurePolished();
    resize_->setMinimumWidth(resize_->sizeHint().width());
    connect(resize_, &QPushButton::clicked, this, [this] {
        if (!resizing_.running()) return resize_painting();
        resizing_.stop();
        summary_->setText(tr("Stopped: the painting is as it was."));
        refresh();
    });
    shape_ = choice_button("late_shape", {},
                           tr("What becomes of the sides where the shape is "
                              "another"));
    const auto choose = [this](OtherShape other) {
        other_shape_ = other;
        show_choice(shape_,
                    other == OtherShape::cut ? tr("cut at the sides") : tr("added at the sides"));
    };
    set_menu(shape_, [choose](QMenu& menu) {
        menu.addAction(tr("cut at the sides"), &menu, [choose] { choose(OtherShape::cut); });
        menu.addAction(tr("added at the sides"), &menu, [choose] { choose(OtherShape::added); });
    });
    choose(OtherShape::cut);
    auto* row = new QHBoxLayout;
    row->setSpacing(scaled(8));
    auto* label = hint_label(tr("Another size"));
    label->setWordWrap(false);
    row->addWidget(label);
    for (QWidget* widget : std::initializer_list<QWidget*>{size_, take_, resize_, shape_})
        row->addWidget(widget);
    row->addStretch(1);
    connect(&resizing_, &LatestJob::ended, this, &LateChangePage::refresh);
    connect(&session_.document, &Document::begun, this, [this] { resizing_.stop(); });
    return row;
}

void LateChangePage::begin() {
    picker_->clear();
    size_->clear();
    offer_->drop();
    draw_painting();
    ask();
    picker_->setFocus();
}

void LateChangePage::draw_painting() {
    const Painting painting = as_seen(session_.document.painting());
    drawing_.start([this, painting](const std::stop_token& stop, const auto& deliver) {
        const double shrink = shrink_of_level(level_for(painting.size(), kSide));
        const auto pixels =
            render_view(painting, painting.passes.size(), whole_at(painting.size(), shrink), stop);
        if (!pixels) return;
        deliver([this, image = image_of(*pixels)] { picker_->set_image(image); });
    });
}

void LateChangePage::refresh() {
    const auto size = asked().size;
    const bool rests = !resizing_.running();
    take_->setEnabled(size && rests);
    resize_->setText(rests ? tr("Make it this size") : tr("Stop"));
    resize_->setEnabled(!rests || (size && session_.document.has_painting()));
    shape_->setVisible(size && session_.document.has_painting() &&
                       !same_shape(session_.document.painting().size(), *size));
}

void LateChangePage::resize_painting() {
    const auto size = asked().size;
    if (!size || !session_.document.has_painting()) return;
    const Painting painting = session_.document.painting();
    // The check uses the largest size that the pictures can take in memory.
    constexpr std::uint64_t most_bytes = 16;
    const Done fits =
        check_size(tr("The painting").toStdString(), static_cast<std::uint64_t>(size->width),
                   static_cast<std::uint64_t>(size->height), most_bytes);
    if (!fits) return summary_->setText(QString::fromStdString(fits.error().message()));
    summary_->setText(tr("Making it %1 × %2 …").arg(size->width).arg(size->height));
    resizing_.start([this, painting, size = *size, other = other_shape_](
                        const std::stop_token& stop, const Deliver& deliver) {
        auto made = reframed(painting, resized(painting.size(), size, other), stop);
        if (!made) return;
        deliver([this, painting, size, made = std::move(made)] {
            if (!same_but_for_records(painting, session_.document.painting()))
                return summary_->setText(tr("The painting was changed meanwhile; ask again."));
            session_.document.change(tr("Another size"), *made);
            size_->clear();
            begin();
            done_ =
                tr("It is %1 × %2 now. One step back undoes it.").arg(size.width).arg(size.height);
        });
    });
    refresh();
}

LateChange LateChangePage::asked() const {
    LateChange change;
    if (!session_.document.has_painting()) return change;
    const Size is = session_.document.painting().size();
    if (const auto place = picker_->place())
        change.figure = Rect{static_cast<int>(place->left() * is.width),
                             static_cast<int>(place->top() * is.height),
                             std::max(1, static_cast<int>(place->width() * is.width)),
                             std::max(1, static_cast<int>(place->height() * is.height))};
    static const QRegularExpression form(QStringLiteral("^\\s*(\\d{1,5})\\D+(\\d{1,5})\\s*$"));
    if (const auto match = form.match(size_->text()); match.hasMatch()) {
        const Size size{match.captured(1).toInt(), match.captured(2).toInt()};
        if (size.width > 0 && size.height > 0) change.size = size;
    }
    return change;
}

void LateChangePage::ask() {
    const LateChange change = asked();
    done_.clear();
    refresh();
    if (const AnotherUnderpaint* next = offer_->offered()) {
        job_.stop();
        return show_touched(next->touched);
    }
    job_.start([this, painting = session_.document.painting(), change](const std::stop_token& stop,
                                                                       const auto& deliver) {
        auto touched = what_would_change(painting, change, stop);
        if (stop.stop_requested()) return;
        deliver([this, touched = std::move(touched)] { show_touched(touched); });
    });
}

void LateChangePage::show_touched(const std::vector<Touched>& touched) {
    while (QLayoutItem* item = list_->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    double minutes = 0;
    std::optional<Touched::Kind> kind;
    for (const Touched& thing : touched) {
        minutes += thing.minutes;
        if (kind != thing.kind) {
            kind = thing.kind;
            list_->addWidget(group_title(kind_in_words(thing.kind)));
        }
        QString text = QStringLiteral("%1: %2").arg(shown(thing.what), shown(thing.how));
        if (thing.minutes >= 1) text += tr("; it took about %1").arg(time_in_words(thing.minutes));
        list_->addWidget(hint_label(text));
    }
    list_->addStretch(1);
    const LateChange change = asked();
    if (!done_.isEmpty())
        summary_->setText(done_);
    else if (touched.empty() && offer_->offered() != nullptr)
        summary_->setText(tr("Nothing that is there is touched: parts and passes stay."));
    else if (touched.empty())
        summary_->setText(change.figure || change.size ? tr("Nothing that is there is touched.")
                                                       : tr("Nothing is asked for yet."));
    else if (minutes >= 1)
        summary_->setText(tr("%1 things are touched; what would be lost of them took about %2.")
                              .arg(touched.size())
                              .arg(time_in_words(minutes)));
    else
        summary_->setText(tr("%1 things are touched.").arg(touched.size()));
}

void LateChangePage::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return emit ended();
    QWidget::keyPressEvent(event);
}

}  // namespace underpaint
