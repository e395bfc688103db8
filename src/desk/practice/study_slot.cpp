// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/practice/study_slot.h"

#include <QDropEvent>
#include <QKeyEvent>
#include <QLabel>
#include <QMenu>
#include <QPainter>
#include <cmath>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "desk/work/clipboard.h"
#include "desk/work/paths.h"
#include "desk/work/picture_of_image.h"
#include "files/kept_pictures.h"
#include "files/openraster.h"
#include "raster/shrink.h"

namespace underpaint {
namespace {

constexpr int kPreviewSide = 900;
// Distance of the first corners from the edges, as a share of the sides.
constexpr double kInset = 0.06;
constexpr double kGrip = 14;  // pixels within which a press takes hold of a corner
constexpr double kSlotHead = 34, kSlotFoot = 24;

}  // namespace

StudySlot::StudySlot(const Desk& desk, const char* id, const QString& title, QWidget* parent)
    : QWidget(parent),
      desk_(desk),
      title_(title),
      reading_(this, Urgency::figures, "a picture of a study") {
    setObjectName(QLatin1String(id) + QStringLiteral("_slot"));
    set_accessible_role(*this, QAccessible::Graphic);
    setAccessibleName(title);
    setAcceptDrops(true);
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(scaled(220), scaled(180));
    auto* head = new QHBoxLayout;
    head->addWidget(group_title(title));
    head->addStretch(1);
    choose_ = choice_button((std::string(id) + "_choose").c_str(), tr("Choose"),
                            tr("A file, what was copied, or a reference of the painting"));
    set_menu(choose_, [this](QMenu& menu) { fill(menu); });
    head->addWidget(choose_);
    words_ = new QLabel;
    words_->setObjectName(QLatin1String(id) + QStringLiteral("_slot_words"));
    words_->setProperty("tone", "secondary");
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->addLayout(head);
    column->addStretch(1);
    column->addWidget(words_);
    connect(&reading_, &LatestJob::ended, this, &StudySlot::changed);
    connect(&desk_.session.screen, &ScreenInUse::changed, this, &StudySlot::make_image);
}

void StudySlot::say(const QString& words) {
    words_->setText(words);
}

void StudySlot::fill(QMenu& menu) {
    menu.addAction(tr("A file…"), this, [this] {
        const auto file =
            desk_.ask.to_open(title_, picture_kinds(tr("Pictures"), {QStringLiteral("*.ora")}));
        if (!file.empty()) open(file);
    });
    menu.addAction(tr("What was copied"), this, [this] { take(on_clipboard()); });
    if (!desk_.session.document.has_painting()) return;
    for (const Reference& reference : desk_.session.document.painting().brief.references)
        menu.addAction(tr("Reference: %1").arg(shown_on_button(reference.picture.name)), this,
                       [this, kept = reference.picture] {
                           read(shown(kept.name), [kept](const std::stop_token& stop) {
                               return pixels_of(kept, stop);
                           });
                       });
}

void StudySlot::open(const std::filesystem::path& file) {
    read(shown(file.stem().string()), [file](const std::stop_token& stop) -> Result<Picture> {
        auto flat = read_finished(file, stop);
        if (!flat) return tl::unexpected(flat.error());
        return std::move(flat->picture);
    });
}

void StudySlot::read(const QString& name,
                     std::function<Result<Picture>(const std::stop_token&)> make) {
    say(tr("It is being read."));
    reading_.start(
        [this, name, make = std::move(make)](const std::stop_token& stop, const Deliver& deliver) {
            auto read = make(stop);
            if (stop.stop_requested()) return;
            if (!read)
                return deliver(
                    [this, said = read.error().message()] { say(QString::fromStdString(said)); });
            auto picture = std::make_shared<const Picture>(std::move(*read));
            auto seen = std::make_shared<const RgbBlock>(shrunk(*picture, kPreviewSide));
            deliver([this, name, picture, seen] { set_picture(picture, seen, name); });
        });
}

void StudySlot::take(const QMimeData& dropped) {
    for (const QUrl& url : dropped.urls())
        if (url.isLocalFile()) return open(path_of(url));
    auto picture = picture_of(qvariant_cast<QImage>(dropped.imageData()));
    if (!picture) return say(tr("There is no picture on the clipboard."));
    const auto pasted = std::make_shared<const Picture>(std::move(*picture));
    read(tr("Pasted"), [pasted](const std::stop_token&) -> Result<Picture> { return *pasted; });
}

void StudySlot::set_picture(std::shared_ptr<const Picture> picture,
                            std::shared_ptr<const RgbBlock> preview, const QString& name) {
    picture_ = std::move(picture);
    preview_ = std::move(preview);
    name_ = name;
    const Size size = picture_->size();
    const double x = size.width * kInset, y = size.height * kInset;
    corners_ = {Point{x, y}, Point{size.width - x, y}, Point{size.width - x, size.height - y},
                Point{x, size.height - y}};
    say(tr("%1, %2 × %3").arg(name_).arg(size.width).arg(size.height));
    make_image();
    emit changed();
}

void StudySlot::make_image() {
    if (preview_) image_ = image_of(*preview_, desk_.session.screen.transform());
    update();
}

void StudySlot::set_photograph(bool on) {
    photograph_ = on;
    update();
    emit changed();
}

std::optional<std::array<Point, 4>> StudySlot::corners() const {
    return photograph_ && picture_ ? std::optional(corners_) : std::nullopt;
}

QRectF StudySlot::place() const {
    const QRectF room = QRectF(rect()).adjusted(0, scaled(kSlotHead), 0, -scaled(kSlotFoot));
    QSizeF size = image_.size();
    size.scale(room.size(), Qt::KeepAspectRatio);
    QRectF at(QPointF(), size);
    at.moveCenter(room.center());
    at.moveTop(room.top());
    return at;
}

QPointF StudySlot::seen(Point at) const {
    const QRectF where = place();
    return where.topLeft() + QPointF(at.x / picture_->size().width * where.width(),
                                     at.y / picture_->size().height * where.height());
}

Point StudySlot::under(QPointF at) const {
    const QRectF where = place();
    return {(at.x() - where.left()) / where.width() * picture_->size().width,
            (at.y() - where.top()) / where.height() * picture_->size().height};
}

void StudySlot::move_corner(std::size_t corner, Point to) {
    const Size size = picture_->size();
    corners_[corner] = {std::clamp(to.x, 0.0, double(size.width)),
                        std::clamp(to.y, 0.0, double(size.height))};
    update();
    emit changed();
}

void StudySlot::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const QRectF room = QRectF(rect()).adjusted(0.5, scaled(kSlotHead), -0.5, -scaled(kSlotFoot));
    if (!picture_) {
        painter.setPen(QPen(hasFocus() ? greys().text : greys().rule, 1, Qt::DashLine));
        painter.drawRect(room);
        painter.setFont(secondary_font());
        painter.setPen(greys().secondary);
        painter.drawText(room.adjusted(scaled(12), 0, -scaled(12), 0),
                         Qt::AlignCenter | Qt::TextWordWrap,
                         tr("Drop a picture here, paste it (Ctrl V), or choose one."));
        return;
    }
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.drawImage(place(), image_);
    if (hasFocus()) {
        painter.setPen(QPen(greys().secondary, 1));
        painter.drawRect(place().adjusted(-1.5, -1.5, 1.5, 1.5));
    }
    if (!photograph_) return;
    QPolygonF outline;
    for (const Point& corner : corners_) outline << seen(corner);
    painter.setBrush(Qt::NoBrush);
    for (const auto& [colour, wide] : {std::pair(Qt::black, 3.0), {Qt::white, 1.2}}) {
        painter.setPen(QPen(colour, wide));
        painter.drawPolygon(outline);
    }
    for (std::size_t i = 0; i < corners_.size(); ++i) {
        painter.setPen(QPen(Qt::black, 1.5));
        painter.setBrush(i == chosen_ ? Qt::white : Qt::gray);
        painter.drawEllipse(outline[static_cast<qsizetype>(i)], scaled(5), scaled(5));
    }
}

void StudySlot::dragEnterEvent(QDragEnterEvent* event) {
    if (event->mimeData()->hasUrls() || event->mimeData()->hasImage())
        event->acceptProposedAction();
}

void StudySlot::dropEvent(QDropEvent* event) {
    take(*event->mimeData());
    event->acceptProposedAction();
}

void StudySlot::mousePressEvent(QMouseEvent* event) {
    if (!picture_ || !photograph_) return;
    double nearest = scaled(kGrip);
    for (std::size_t i = 0; i < corners_.size(); ++i) {
        const QPointF off = seen(corners_[i]) - event->position();
        if (const double far = std::hypot(off.x(), off.y()); far < nearest)
            nearest = far, chosen_ = i, dragging_ = true;
    }
    update();
}

void StudySlot::mouseMoveEvent(QMouseEvent* event) {
    if (dragging_) move_corner(chosen_, under(event->position()));
}

void StudySlot::mouseReleaseEvent(QMouseEvent*) {
    dragging_ = false;
}

/// Space goes to the next corner, arrows move it: by a pixel of the screen, with Shift by ten.
void StudySlot::keyPressEvent(QKeyEvent* event) {
    if (event->matches(QKeySequence::Paste)) return take(on_clipboard());
    if (!picture_ || !photograph_) return QWidget::keyPressEvent(event);
    const double by = (event->modifiers().testFlag(Qt::ShiftModifier) ? 10 : 1) *
                      picture_->size().width / std::max(1.0, place().width());
    const Point at = corners_[chosen_];
    switch (event->key()) {
        case Qt::Key_Space: chosen_ = (chosen_ + 1) % corners_.size(); return update();
        case Qt::Key_Left: return move_corner(chosen_, {at.x - by, at.y});
        case Qt::Key_Right: return move_corner(chosen_, {at.x + by, at.y});
        case Qt::Key_Up: return move_corner(chosen_, {at.x, at.y - by});
        case Qt::Key_Down: return move_corner(chosen_, {at.x, at.y + by});
        default: return QWidget::keyPressEvent(event);
    }
}

}  // namespace underpaint
