// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/passes/charts/chart.h"

#include <QBuffer>
#include <QImage>
#include <QPainter>
#include <QSvgGenerator>

#include "desk/kit/accessible.h"
#include "desk/kit/greys.h"
#include "desk/kit/look.h"

namespace underpaint {

Chart::Chart(const char* id, const QString& label, Session& session, Measuring& measuring)
    : session_(session), measuring_(measuring), id_(id), label_(label) {
    setObjectName(QStringLiteral("chart_") + QLatin1String(id));
    setAccessibleName(label);
    set_accessible_role(*this, QAccessible::Chart);
    setMouseTracking(true);
    const auto look_again = [this] {
        if (!isVisible()) return;
        refresh();
        say();
    };
    connect(&measuring_, &Measuring::figures_changed, this, look_again);
    connect(&session_.outlook, &Outlook::moment_changed, this, look_again);
}

void Chart::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
    say();
}

void Chart::say() {
    const QString figures = text();
    set_accessible_text(*this,
                        figures.isEmpty() ? caption() : tr("%1. %2").arg(caption(), figures));
}

const Audit* Chart::figures() const {
    const auto& audit = measuring_.audit();
    return session_.document.has_painting() && audit ? &*audit : nullptr;
}

const PassAudit* Chart::now() const {
    const Audit* audit = figures();
    if (audit == nullptr) return nullptr;
    const std::size_t moment = std::min(session_.outlook.moment(), audit->passes.size());
    return moment == 0 ? &audit->ground : &audit->passes[moment - 1];
}

const PassAudit* Chart::before() const {
    const PassAudit* state = now();
    return state == nullptr || state->index == 0 ? nullptr : &figures()->before(*state);
}

void Chart::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), greys().ground);
    painter.setRenderHint(QPainter::Antialiasing);
    draw(painter, size());
}

QSizeF Chart::size_to_save() const {
    return QSizeF(std::max(width(), scaled(640)), std::max(height(), scaled(480)));
}

QByteArray Chart::as_svg() const {
    QBuffer buffer;
    QSvgGenerator svg;
    svg.setOutputDevice(&buffer);
    const QSizeF size = size_to_save();
    svg.setSize(size.toSize());
    svg.setViewBox(QRectF(QPointF(), size));
    svg.setTitle(label_);
    svg.setDescription(caption());
    QPainter painter(&svg);
    painter.fillRect(QRectF(QPointF(), size), greys().ground);
    draw(painter, size);
    painter.end();
    return buffer.data();
}

QByteArray Chart::as_png() const {
    constexpr int finer = 2;
    const QSizeF size = size_to_save();
    QImage image((size * finer).toSize(), QImage::Format_RGB32);
    image.fill(greys().ground);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.scale(finer, finer);
    draw(painter, size);
    painter.end();
    QBuffer buffer;
    image.save(&buffer, "PNG");
    return buffer.data();
}

void draw_hint(QPainter& painter, const QSizeF& size, const QString& text) {
    painter.setFont(body_font());
    painter.setPen(greys().secondary);
    const QRectF room = QRectF(QPointF(), size).adjusted(scaled(40), 0, -scaled(40), 0);
    constexpr int how = Qt::AlignCenter | Qt::TextWordWrap;
    // The lines of an empty chart must not cross its words.
    const int around = scaled(6);
    painter.fillRect(
        painter.boundingRect(room, how, text).adjusted(-around, -around, around, around),
        greys().ground);
    painter.drawText(room, how, text);
}

}  // namespace underpaint
