// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/versions/versions_grid.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QPainter>
#include <QToolTip>

#include "desk/kit/colour_sheet.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"
#include "desk/kit/marks.h"
#include "desk/kit/words.h"
#include "desk/panes/save_drawing.h"

namespace underpaint {
namespace {

constexpr double kBelow = 74;  // height below a picture: name, figures, colours, origin
constexpr double kGap = 12;
constexpr double kSheetWidth = 1000;  // width of the contact sheet

}  // namespace

VersionsGrid::VersionsGrid(Session& session, VersionEdits& edits, const VersionsMeter& meter,
                           VersionSight& sight, QWidget* parent)
    : VersionPane(session, edits, meter, sight, parent) {
    setObjectName(QStringLiteral("versions_grid"));
    connect(&edits_, &VersionEdits::changed, this, &VersionsGrid::describe);
    connect(&meter_, &VersionsMeter::changed, this, &VersionsGrid::describe);
    describe();
}

void VersionsGrid::describe() {
    QStringList names;
    for (const SeenVersion& version : meter_.seen()) names << edits_.name_of(version.id);
    setAccessibleName(tr("Versions side by side: %1").arg(names.join(tr(", "))));
}

/// As many as make the pictures largest.
int VersionsGrid::columns(const QSizeF& room) const {
    const auto count = std::max(1, static_cast<int>(meter_.seen().size()));
    const Size size = edits_.painting().size();
    int best = 1;
    double largest = 0;
    for (int across = 1; across <= count; ++across) {
        const int rows = (count + across - 1) / across;
        const double wide = room.width() / across - scaled(kGap);
        const double high = room.height() / rows - scaled(kGap) - scaled(kBelow);
        const double scale = std::min(wide / size.width, high / size.height);
        if (scale > largest * 1.02) largest = scale, best = across;
    }
    return best;
}

QRectF VersionsGrid::tile_rect(const QRectF& area, std::size_t place) const {
    const int across = columns(area.size());
    const int rows = (static_cast<int>(meter_.seen().size()) + across - 1) / across;
    const double left = scaled(14), top = scaled(6), gap = scaled(kGap);
    const double wide = (area.width() - 2 * left - (across - 1) * gap) / across;
    const double high = (area.height() - 2 * top - (rows - 1) * gap) / std::max(rows, 1);
    const auto i = static_cast<int>(place);
    return {area.left() + left + i % across * (wide + gap),
            area.top() + top + i / across * (high + gap), wide, high};
}

QRectF VersionsGrid::picture_rect(const QRectF& area, std::size_t place) const {
    const QRectF tile = tile_rect(area, place);
    const Size size = edits_.painting().size();
    const QSizeF room(tile.width(), std::max(1.0, tile.height() - scaled(kBelow)));
    const QSizeF is = QSizeF(size.width, size.height).scaled(room, Qt::KeepAspectRatio);
    return {tile.left(), tile.top(), is.width(), is.height()};
}

std::optional<std::size_t> VersionsGrid::tile_at(QPointF at) const {
    for (std::size_t i = 0; i < meter_.seen().size(); ++i)
        if (tile_rect(QRectF(rect()), i).contains(at)) return i;
    return std::nullopt;
}

QSizeF VersionsGrid::place_size() const {
    return picture_rect(0).size();
}

std::optional<QRectF> VersionsGrid::place_at(QPointF at) const {
    const auto tile = tile_at(at);
    const QRectF place = tile ? picture_rect(*tile) : QRectF();
    return place.contains(at) ? std::optional(place) : std::nullopt;
}

std::vector<VersionId> VersionsGrid::shown_versions() const {
    std::vector<VersionId> all;
    for (const SeenVersion& version : meter_.seen()) all.push_back(version.id);
    return all;
}

void VersionsGrid::paintEvent(QPaintEvent*) {
    if (!session_.document.has_painting()) return;
    settle();
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    for (std::size_t i = 0; i < meter_.seen().size(); ++i)
        draw_tile(painter, QRectF(rect()), i, greys());
}

void VersionsGrid::draw_tile(QPainter& painter, const QRectF& area, std::size_t place,
                             const Greys& inks) {
    const SeenVersion& version = meter_.seen()[place];
    const QRectF tile = tile_rect(area, place), picture = picture_rect(area, place);
    const bool on_screen = &inks == &greys();
    on_screen ? draw_version(painter, version.id, picture)
              : sight_.draw_whole(painter, version, picture);
    const bool chosen = version.id == edits_.painting().version;
    if (on_screen && version.id == edits_.looked_at()) {
        painter.setPen(QPen(inks.strong, hasFocus() ? 2.5 : 1.5));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(picture.adjusted(-2, -2, 2, 2));
    }
    double y = picture.bottom() + scaled(5);
    const double line = scaled(17);
    painter.setFont(body_font(true));
    painter.setPen(inks.strong);
    const QString number = chosen ? tr("%1 · chosen").arg(place + 1) : QString::number(place + 1);
    painter.drawText(QRectF(tile.left(), y, tile.width(), line), Qt::AlignVCenter, number);
    const double after = painter.fontMetrics().horizontalAdvance(number) + scaled(8);
    painter.setFont(body_font());
    painter.setPen(inks.text);
    painter.drawText(QRectF(tile.left() + after, y, tile.width() - after, line), Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(edits_.name_of(version.id), Qt::ElideRight,
                                                      static_cast<int>(tile.width() - after)));
    y += line;
    if (const PassAudit* last = version.last()) {
        double x = tile.left();
        painter.setFont(figure_font());
        for (const MeasureRecord* measure : kMeasures) {
            const auto words = measure->column ? measure->words(*last) : std::nullopt;
            if (!words) continue;
            const double side = scaled(9);
            draw_mark(painter, QRectF(x, y + (line - side) / 2, side, side), words->verdict,
                      inks.strong);
            x += side + scaled(4);
            const QString text = (version.exact ? QString() : QStringLiteral("≈")) +
                                 QString::fromStdString(words->balance);
            painter.setPen(version.exact ? inks.text : inks.secondary);
            painter.drawText(QRectF(x, y, tile.right() - x, line), Qt::AlignVCenter, text);
            x += painter.fontMetrics().horizontalAdvance(text) + scaled(10);
        }
    } else {
        painter.setFont(secondary_font());
        painter.setPen(inks.secondary);
        painter.drawText(QRectF(tile.left(), y, tile.width(), line), Qt::AlignVCenter,
                         tr("measuring…"));
    }
    y += line + scaled(2);
    double x = picture.left();
    for (const Swatch& swatch : version.colours) {
        const double wide = swatch.share * picture.width();
        painter.fillRect(QRectF(x, y, wide, scaled(10)), qcolor(swatch.colour));
        x += wide;
    }
    y += scaled(12);
    const Version* told = edits_.painting().find_version(version.id);
    painter.setFont(secondary_font());
    painter.setPen(inks.secondary);
    const QString from = on_screen && sight_.shows_instead(version.id) ? tr("as it would be")
                         : told != nullptr && !told->from.empty()
                             ? shown(told->from)
                             : passes_in_words(version.alone.passes.size());
    painter.drawText(
        QRectF(tile.left(), y, tile.width(), line), Qt::AlignVCenter,
        painter.fontMetrics().elidedText(from, Qt::ElideRight, static_cast<int>(tile.width())));
}

Done VersionsGrid::save_sheet(const std::filesystem::path& path) {
    const QString title = tr("%1, versions").arg(shown(edits_.painting().name));
    return save_drawing(
        path, title, scaled(kSheetWidth), [&](QPainter& painter, const QRectF& page) {
            painter.setRenderHint(QPainter::Antialiasing);
            const double margin = scaled(20), head = scaled(24);
            painter.setFont(body_font(true));
            painter.setPen(Qt::black);
            painter.drawText(QRectF(margin + scaled(14), margin, page.width(), head),
                             Qt::AlignVCenter, title);
            const QRectF area = page.adjusted(margin, margin + head, -margin, -margin);
            Greys paper = kLightGreys;
            for (std::size_t i = 0; i < meter_.seen().size(); ++i)
                draw_tile(painter, area, i, paper);
        });
}

bool VersionsGrid::press(QPointF at) {
    if (const auto place = tile_at(at)) edits_.look_at(meter_.seen()[*place].id);
    return false;
}

void VersionsGrid::mouseDoubleClickEvent(QMouseEvent* event) {
    if (!session_.document.has_painting()) return;
    if (const auto place = tile_at(event->position())) edits_.choose(meter_.seen()[*place].id);
}

void VersionsGrid::keyPressEvent(QKeyEvent* event) {
    const auto& seen = meter_.seen();
    if (!session_.document.has_painting() || seen.empty()) return QWidget::keyPressEvent(event);
    const int now = edits_.number_of(edits_.looked_at()) - 1, count = static_cast<int>(seen.size());
    const auto go = [&](int to) {
        edits_.look_at(seen[static_cast<std::size_t>(std::clamp(to, 0, count - 1))].id);
    };
    switch (event->key()) {
        case Qt::Key_Left: return go(now - 1);
        case Qt::Key_Right: return go(now + 1);
        case Qt::Key_Up: return go(now - columns(QSizeF(size())));
        case Qt::Key_Down: return go(now + columns(QSizeF(size())));
        case Qt::Key_Home: return go(0);
        case Qt::Key_End: return go(count - 1);
        case Qt::Key_Return:
        case Qt::Key_Enter: return edits_.choose(edits_.looked_at());
        case Qt::Key_Delete: return edits_.remove(edits_.looked_at());
        default: VersionPane::keyPressEvent(event);
    }
}

bool VersionsGrid::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip && session_.document.has_painting()) {
        const auto* help = static_cast<QHelpEvent*>(event);
        const auto place = tile_at(help->pos());
        const Version* version =
            place ? edits_.painting().find_version(meter_.seen()[*place].id) : nullptr;
        if (version != nullptr)
            QToolTip::showText(help->globalPos(),
                               version->note.empty() ? shown(version->name) : shown(version->note),
                               this);
        return true;
    }
    return QWidget::event(event);
}

}  // namespace underpaint
