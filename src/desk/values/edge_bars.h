// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/work/edge_meter.h"

namespace underpaint {

/// How the lengths of the edges divide into hard, firm, soft and lost.
class EdgeBars : public QWidget {
    Q_OBJECT
public:
    explicit EdgeBars(const EdgeMeter& edges, QWidget* parent = nullptr);
    /// The edges of one part, or of the whole picture.
    void show_part(std::optional<PartId> part);
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void refresh();
    std::optional<EdgeLengths> lengths() const;

    const EdgeMeter& edges_;
    std::optional<PartId> part_;
};

}  // namespace underpaint
