// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/versions_list.h"

#include <QKeyEvent>
#include <QLineEdit>
#include <QPainter>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/screen_image.h"
#include "desk/kit/words.h"
#include "raster/shrink.h"

namespace underpaint {
namespace {

constexpr double kHeadHigh = 28, kRowHigh = 40, kThumb = 46, kFigure = 70;
constexpr int kThumbSide = 96;

}  // namespace

VersionsList::VersionsList(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                           QWidget* parent)
    : QWidget(parent), session_(session), edits_(edits), meter_(meter) {
    setObjectName(QStringLiteral("versions_list"));
    set_accessible_role(*this, QAccessible::List);
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    const auto refresh = [this] {
        end_renaming(false);
        const bool any = session_.document.has_painting();
        setAccessibleName(any ? tr("Versions: %1").arg(edits_.name_of(edits_.looked_at()))
                              : tr("Versions"));
        updateGeometry();
        update();
    };
    connect(&edits_, &VersionEdits::changed, this, refresh);
    connect(&meter_, &VersionsMeter::changed, this, qOverload<>(&QWidget::update));
    refresh();
}

QSize VersionsList::sizeHint() const {
    const auto rows = std::max<std::size_t>(meter_.seen().size(), 1);
    return {scaled(380), scaled(kHeadHigh + kRowHigh * static_cast<double>(rows))};
}

QRect VersionsList::row_rect(std::size_t row) const {
    return {0, scaled(kHeadHigh) + static_cast<int>(row) * scaled(kRowHigh), width(),
            scaled(kRowHigh)};
}

std::optional<std::size_t> VersionsList::row_at(QPoint at) const {
    for (std::size_t i = 0; i < meter_.seen().size(); ++i)
        if (row_rect(i).contains(at)) return i;
    return std::nullopt;
}

void VersionsList::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    painter.drawText(QRectF(scaled(12), 0, width() / 2.0, scaled(kHeadHigh)), Qt::AlignVCenter,
                     tr("Versions"));
    int column = 3;
    for (const MeasureRecord* measure : kMeasures)
        if (measure->column)
            painter.drawText(QRectF(width() - scaled(8) - column-- * scaled(kFigure), 0,
                                    scaled(kFigure), scaled(kHeadHigh)),
                             Qt::AlignVCenter | Qt::AlignRight, from_view(measure->label));
    if (!session_.document.has_painting()) return;
    for (std::size_t i = 0; i < meter_.seen().size(); ++i) draw_row(painter, i);
}

void VersionsList::draw_row(QPainter& painter, std::size_t row) const {
    const SeenVersion& version = meter_.seen()[row];
    const QRect place = row_rect(row);
    if (version.id == edits_.looked_at()) painter.fillRect(place, greys().chosen);
    painter.fillRect(QRect(place.left(), place.bottom(), place.width(), 1), greys().rule);
    const QRectF thumb(scaled(12), place.top() + scaled(4), scaled(kThumb),
                       place.height() - scaled(9));
    if (version.picture) painter.drawImage(thumb, image_of(shrunk(*version.picture, kThumbSide)));
    const double text = thumb.right() + scaled(9);
    const double right = width() - scaled(8) - 3 * scaled(kFigure);
    const Version* told = edits_.painting().find_version(version.id);
    const bool chosen = version.id == edits_.painting().version;
    painter.setFont(body_font(true));
    painter.setPen(greys().strong);
    painter.drawText(QRectF(text, place.top() + scaled(3), right - text, scaled(17)),
                     Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(edits_.name_of(version.id), Qt::ElideRight,
                                                      static_cast<int>(right - text)));
    painter.setFont(secondary_font());
    painter.setPen(greys().secondary);
    const std::size_t passes = version.alone.passes.size();
    QString about = chosen ? tr("chosen · %1").arg(passes_in_words(passes))
                    : told != nullptr && !told->from.empty() ? shown(told->from)
                                                             : passes_in_words(passes);
    painter.drawText(
        QRectF(text, place.top() + scaled(20), right - text, scaled(16)), Qt::AlignVCenter,
        painter.fontMetrics().elidedText(about, Qt::ElideRight, static_cast<int>(right - text)));
    const PassAudit* last = version.last();
    if (last == nullptr) return;
    int column = 3;
    painter.setFont(figure_font());
    for (const MeasureRecord* measure : kMeasures) {
        if (!measure->column) continue;
        const double end = width() - scaled(8) - --column * scaled(kFigure);
        const auto words = measure->words(*last);
        if (!words) continue;
        const QString figure = (version.exact ? QString() : QStringLiteral("≈")) +
                               QString::fromStdString(words->balance);
        painter.setPen(version.exact ? greys().text : greys().secondary);
        painter.drawText(
            QRectF(end - scaled(kFigure), place.top(), scaled(kFigure), place.height()),
            Qt::AlignVCenter | Qt::AlignRight, figure);
        const double side = scaled(9);
        draw_mark(painter,
                  QRectF(end - painter.fontMetrics().horizontalAdvance(figure) - scaled(14),
                         place.top() + (place.height() - side) / 2, side, side),
                  words->verdict, greys().strong);
    }
}

void VersionsList::mousePressEvent(QMouseEvent* event) {
    setFocus();
    if (const auto row = row_at(event->pos())) edits_.look_at(meter_.seen()[*row].id);
}

void VersionsList::mouseDoubleClickEvent(QMouseEvent* event) {
    if (const auto row = row_at(event->pos())) edits_.choose(meter_.seen()[*row].id);
}

void VersionsList::keyPressEvent(QKeyEvent* event) {
    const auto& seen = meter_.seen();
    if (!session_.document.has_painting() || seen.empty()) return QWidget::keyPressEvent(event);
    const int now = edits_.number_of(edits_.looked_at()) - 1, count = static_cast<int>(seen.size());
    const bool moves = event->modifiers() & Qt::AltModifier;
    const auto go = [&](int to) {
        to = std::clamp(to, 0, count - 1);
        moves ? edits_.move(static_cast<std::size_t>(now), static_cast<std::size_t>(to))
              : edits_.look_at(seen[static_cast<std::size_t>(to)].id);
    };
    switch (event->key()) {
        case Qt::Key_Up: return go(now - 1);
        case Qt::Key_Down: return go(now + 1);
        case Qt::Key_Home: return go(0);
        case Qt::Key_End: return go(count - 1);
        case Qt::Key_F2: return rename_looked_at();
        case Qt::Key_Delete: return edits_.remove(edits_.looked_at());
        case Qt::Key_Return:
        case Qt::Key_Enter: return edits_.choose(edits_.looked_at());
        default: QWidget::keyPressEvent(event);
    }
}

void VersionsList::rename_looked_at() {
    if (!session_.document.has_painting() || edits_.painting().versions.empty()) return;
    end_renaming(false);
    renamed_ = edits_.looked_at();
    const QRect row = row_rect(static_cast<std::size_t>(edits_.number_of(renamed_) - 1));
    name_ = new QLineEdit(this);
    name_->setObjectName(QStringLiteral("version_name"));
    name_->setAccessibleName(tr("The version's name"));
    name_->setText(edits_.name_of(renamed_));
    name_->setGeometry(scaled(64), row.top() + scaled(2),
                       width() - scaled(64) - 3 * scaled(kFigure), scaled(22));
    connect(name_, &QLineEdit::returnPressed, this, [this] { end_renaming(true); });
    connect(name_, &QLineEdit::editingFinished, this, [this] { end_renaming(true); });
    name_->show();
    name_->selectAll();
    name_->setFocus();
}

void VersionsList::end_renaming(bool take) {
    if (name_ == nullptr) return;
    QLineEdit* written = std::exchange(name_, nullptr);
    written->deleteLater();
    written->hide();
    if (take) edits_.rename(renamed_, written->text());
    setFocus();
}

}  // namespace underpaint
