// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/edge_meter.h"

#include <QPainter>
#include <cmath>

namespace underpaint {
namespace {

/// Softer edges are drawn first, so that none covers a harder one.
QImage drawing_of(const EdgeMap& edges) {
    constexpr int greys[kEdgeKinds] = {255, 190, 135, 95};
    constexpr double thickness[kEdgeKinds] = {3.4, 2.6, 2.2, 1.8};
    QImage image(edges.size.width, edges.size.height, QImage::Format_ARGB32_Premultiplied);
    image.fill(Qt::transparent);
    QPainter painter(&image);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    for (std::size_t kind = kEdgeKinds; kind-- > 0;) {
        painter.setBrush(QColor(greys[kind], greys[kind], greys[kind]));
        const double half = thickness[kind] / 2;
        for (const EdgePoint& p : edges.points)
            if (kind_of_edge(p.width) == static_cast<EdgeKind>(kind))
                painter.drawEllipse(QPointF(p.x + 0.5, p.y + 0.5), half, half);
    }
    return image;
}

}  // namespace

EdgeMeter::EdgeMeter(const Session& session, const ValuesMeter& values, QObject* parent)
    : QObject(parent), values_(values), job_(this, Urgency::when_idle) {
    connect(&session.document, &Document::begun, this, [this] {
        figures_.reset();
        lengths_.reset();
        drawing_ = {};
    });
    connect(&values_, &ValuesMeter::changed, this, &EdgeMeter::take_values);
}

void EdgeMeter::take_values() {
    const auto figures = values_.figures();
    if (!figures->edges) return;
    figures_ = figures;
    lengths_ = lengths_of(*figures->edges);
    job_.start([this, figures](const std::stop_token&, const auto& deliver) {
        deliver([this, drawing = drawing_of(*figures->edges)] {
            drawing_ = drawing;
            emit changed();
        });
    });
    emit changed();
}

std::optional<EdgeLengths> EdgeMeter::lengths_of_part(PartId part) const {
    if (!figures_) return std::nullopt;
    const auto found = std::ranges::find(figures_->parts, part, &PartFigures::part);
    const auto place = static_cast<std::size_t>(found - figures_->parts.begin());
    return place < figures_->part_edges.size() ? std::optional(figures_->part_edges[place])
                                               : std::nullopt;
}

std::optional<EdgePoint> EdgeMeter::near(QPointF picture) const {
    if (!figures_) return std::nullopt;
    const double scale = figures_->edges->scale;
    const QPointF at = picture * scale;
    std::optional<EdgePoint> nearest;
    double least = 8;  // viewing pixels
    for (const EdgePoint& p : figures_->edges->points)
        if (const double away = std::hypot(p.x + 0.5 - at.x(), p.y + 0.5 - at.y()); away < least)
            least = away, nearest = p;
    return nearest;
}

}  // namespace underpaint
