// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QPointF>
#include <optional>

#include "audit/edges.h"
#include "desk/work/values_meter.h"

namespace underpaint {

/// The edges of the values as they are drawn, asked about and counted. They come with the exact
/// figures; until then those of before stay.
class EdgeMeter : public QObject {
    Q_OBJECT
public:
    EdgeMeter(const Session& session, const ValuesMeter& values, QObject* parent = nullptr);

    /// Nothing until they are found.
    const std::optional<EdgeLengths>& lengths() const { return lengths_; }
    /// Lengths of one part's edges, in the painting's order of parts as it was when they were
    /// found.
    std::optional<EdgeLengths> lengths_of_part(PartId part) const;
    /// Null until they are found.
    std::shared_ptr<const EdgeMap> edges() const;
    /// The edge nearest to a place of the picture, if one is near.
    std::optional<EdgePoint> near(QPointF picture) const;

signals:
    void changed();

private:
    void take_values();

    const ValuesMeter& values_;
    std::shared_ptr<const ValuesAudit> figures_;  // those with the edges
    std::optional<EdgeLengths> lengths_;
};

}  // namespace underpaint
