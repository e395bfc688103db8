// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/work/edge_meter.h"

#include <cmath>

namespace underpaint {
EdgeMeter::EdgeMeter(const Session& session, const ValuesMeter& values, QObject* parent)
    : QObject(parent), values_(values) {
    connect(&session.document, &Document::begun, this, [this] {
        figures_.reset();
        lengths_.reset();
    });
    connect(&values_, &ValuesMeter::changed, this, &EdgeMeter::take_values);
}

void EdgeMeter::take_values() {
    const auto figures = values_.figures();
    if (!figures->edges) return;
    figures_ = figures;
    lengths_ = lengths_of(*figures->edges);
    emit changed();
}

std::shared_ptr<const EdgeMap> EdgeMeter::edges() const {
    return figures_ ? std::shared_ptr<const EdgeMap>(figures_, &*figures_->edges) : nullptr;
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
