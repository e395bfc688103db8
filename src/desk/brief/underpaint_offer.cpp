// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/brief/underpaint_offer.h"

#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>
#include <cmath>

#include "desk/kit/look.h"
#include "desk/kit/panel.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "files/openraster.h"
#include "painting/changes.h"
#include "raster/shrink.h"
#include "render/grey.h"
#include "render/shaped.h"

namespace underpaint {
namespace {

constexpr int kOfferedSide = 640;  // long side of the picture that is shown

/// The picture with what changes under a light veil, and its border drawn.
QImage with_changes(const Picture& picture, const Picture& changes) {
    QImage image = image_of(shrunk(picture, kOfferedSide)).convertToFormat(QImage::Format_RGB32);
    const FloatBlock cover = coverage_of(changes, rect_of(changes.size()));
    QImage veil(changes.size().width, changes.size().height, QImage::Format_ARGB32);
    for (int y = 0; y < veil.height(); ++y)
        for (int x = 0; x < veil.width(); ++x) {
            const auto covered = [&](int at_x, int at_y) {
                return at_x >= 0 && at_y >= 0 && at_x < veil.width() && at_y < veil.height() &&
                       cover.row(at_y)[static_cast<std::size_t>(at_x)] > 0.5F;
            };
            const bool here = covered(x, y);
            const bool border = here && !(covered(x - 1, y) && covered(x + 1, y) &&
                                          covered(x, y - 1) && covered(x, y + 1));
            veil.setPixelColor(x, y,
                               border ? QColor(255, 255, 255)
                               : here ? QColor(255, 255, 255, 70)
                                      : QColor(0, 0, 0, 0));
        }
    QPainter painter(&image);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(QRectF(image.rect()), veil);
    return image;
}

/// The values of a coloured picture, where the underpaint had no colour either.
std::optional<Picture> to_grey(Picture picture, Reader reader, const std::stop_token& stop) {
    Painting painting;
    const Depth depth = picture.depth();
    painting.underpaint = share(std::move(picture));
    return render_grey(painting, 0, reader, depth, stop);
}

}  // namespace

UnderpaintOffer::UnderpaintOffer(const Desk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), job_(this, Urgency::beside, "another underpaint") {
    setObjectName(QStringLiteral("underpaint_offer"));
    choose_ = action_button("choose_underpaint", tr("Another underpaint…"),
                            tr("A file of the same picture, larger or moved or with something "
                               "new in it: what it would change is said first"));
    connect(choose_, &QPushButton::clicked, this, [this] {
        const auto path = desk_.ask.to_open(
            tr("Another underpaint"), picture_kinds(tr("Pictures"), {QStringLiteral("*.ora")}));
        if (!path.empty()) look_at(path);
    });
    take_ = action_button("put_underpaint", tr("Put it under all versions"),
                          tr("Sealed anew; parts, foci and passes go with it. One step back "
                             "undoes it"));
    take_->setProperty("role", "main");
    connect(take_, &QPushButton::clicked, this, &UnderpaintOffer::put_in_place);
    leave_ = action_button("leave_underpaint", tr("Not this one"), tr("Nothing is changed"));
    connect(leave_, &QPushButton::clicked, this, &UnderpaintOffer::drop);
    words_ = hint_label();
    words_->setObjectName(QStringLiteral("underpaint_words"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(scaled(6));
    column->addLayout(button_row({choose_, leave_, take_}));
    column->addWidget(words_);
    connect(&job_, &LatestJob::ended, this, &UnderpaintOffer::refresh);
    connect(&desk_.session.document, &Document::begun, this, &UnderpaintOffer::drop);
    refresh();
}

void UnderpaintOffer::drop() {
    job_.stop();
    words_->clear();
    if (std::exchange(offered_, std::nullopt)) emit offer_changed({});
    refresh();
}

void UnderpaintOffer::look_at(const std::filesystem::path& path) {
    if (!desk_.session.document.has_painting()) return;
    drop();
    words_->setText(tr("Looking at %1 …").arg(shown(path.filename().string())));
    job_.start([this, path, painting = desk_.session.document.painting(),
                reader = desk_.session.choices.reader()](const std::stop_token& stop,
                                                         const Deliver& deliver) {
        auto read = read_finished(path, stop);
        if (stop.stop_requested()) return;
        if (!read)
            return deliver([this, words = QString::fromStdString(read.error().message())] {
                words_->setText(words);
                refresh();
            });
        Offer offer{painting, {}, std::move(read->notices)};
        if (is_neutral(painting.underpaint->base()) && !is_neutral(read->picture)) {
            auto grey = to_grey(std::move(read->picture), reader, stop);
            if (!grey) return;
            read->picture = std::move(*grey);
            offer.notices.push_back("Its colours were read to grey.");
        }
        auto next = with_another_underpaint(painting, std::move(read->picture), reader, stop);
        if (!next) return;
        offer.next = std::move(*next);
        const QImage image =
            with_changes(offer.next.painting.underpaint->base(), offer.next.changes->base());
        deliver([this, offer = std::move(offer), image] {
            offered_ = offer;
            words_->setText(in_words(offer.next));
            refresh();
            emit offer_changed(image);
        });
    });
    refresh();
}

QString UnderpaintOffer::in_words(const AnotherUnderpaint& next) const {
    const Alignment& where = next.where;
    const Size was = offered_->of.size(), is = next.painting.size();
    const QString agreement = tr("%1%").arg(100 * where.certainty, 0, 'f', 0);
    QStringList said;
    if (where.certainty < kPerhapsAligned) {
        said << tr("This does not look like the same picture: the greys agree by %1, and %2% is "
                   "wanted.")
                    .arg(agreement)
                    .arg(100 * kPerhapsAligned);
        said << (same_shape(was, is)
                     ? tr("Put under the versions as it is, parts and passes would stay where "
                          "they are.")
                     : tr("It has another shape too, so nothing tells where parts and passes "
                          "would go."));
        return said.join(QLatin1Char(' '));
    }
    if (where.certainty < kSurelyAligned)
        said << tr("Is it the same picture? The greys agree by %1 only.").arg(agreement);
    else
        said << tr("The same picture: the greys agree by %1.").arg(agreement);
    if (next.turned) said << tr("It was turned to lie as this one does.");
    if (is != was || where.at.x != 0 || where.at.y != 0)
        said << tr("What is there lies in it at %1% of its size, from %2, %3 on; it is %4 × %5 "
                   "pixels.")
                    .arg(QString::number(std::round(1000 * where.scale) / 10))
                    .arg(where.at.x, 0, 'f', 0)
                    .arg(where.at.y, 0, 'f', 0)
                    .arg(is.width)
                    .arg(is.height);
    said << (next.changed < 0.001
                 ? tr("Nothing reads otherwise by half a step.")
                 : tr("%1% of it is new or reads otherwise by half a step or more; that is marked.")
                       .arg(100 * next.changed, 0, 'f', next.changed < 0.1 ? 1 : 0));
    if (next.values_off) said << tr("Value passes are switched off, since it has them already.");
    for (const std::string& notice : offered_->notices) said << QString::fromStdString(notice);
    return said.join(QLatin1Char(' '));
}

/// What was made for one painting is for no other: else it is dropped, and that is said.
bool UnderpaintOffer::still_is(const Painting& painting) {
    if (same_but_for_records(painting, desk_.session.document.painting())) return true;
    drop();
    words_->setText(tr("The painting was changed meanwhile; choose the file again."));
    refresh();
    return false;
}

void UnderpaintOffer::put_in_place() {
    if (!offered_ || job_.running()) return;
    // The offer was computed for the painting as it was then.
    if (!still_is(offered_->of)) return;
    words_->setText(tr("Putting it under all versions …"));
    job_.start([this, offer = *offered_, day = desk_.day()](const std::stop_token& stop,
                                                            const Deliver& deliver) {
        Painting next = offer.next.painting;
        if (next.sealed()) {
            const SharedPicture shaped = shaped_underpaint(next, stop);
            if (!shaped) return;
            next = with_seal(std::move(next), day, shaped);
        }
        next = with_records_of(std::move(next), offer.of);
        deliver([this, of = offer.of, next = std::move(next)] {
            if (!still_is(of)) return;
            const Painting made = with_records_of(next, desk_.session.document.painting());
            const QString words = made.sealed()
                                      ? tr("Another underpaint lies under all versions, sealed as "
                                           "Seal %1.")
                                            .arg(made.seal().number)
                                      : tr("Another underpaint lies under all versions.");
            drop();
            desk_.session.document.change(tr("Another underpaint"), std::move(made));
            emit done(words);
        });
    });
    refresh();
}

void UnderpaintOffer::refresh() {
    const bool any = offered_.has_value(), rests = !job_.running();
    choose_->setEnabled(rests);
    leave_->setVisible(any || !rests);
    words_->setVisible(!words_->text().isEmpty());
    take_->setVisible(any);
    const bool known = any && offered_->next.where.certainty >= kPerhapsAligned;
    take_->setEnabled(any && rests &&
                      (known || same_shape(offered_->of.size(), offered_->next.painting.size())));
}

}  // namespace underpaint
