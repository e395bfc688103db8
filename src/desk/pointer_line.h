// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPointF>
#include <QWidget>
#include <optional>

#include "desk/bench.h"
#include "desk/edge_meter.h"
#include "desk/session.h"

namespace underpaint {

/// What is under the pointer, in figures.
class PointerLine : public QWidget {
    Q_OBJECT
public:
    PointerLine(const Session& session, const EdgeMeter& edges, QWidget* parent = nullptr);
    void set_bench(Bench bench) { bench_ = bench; }
    /// Of which shapes it tells the one that a spot belongs to.
    void set_shapes(ShapeCount count) { shapes_ = count; }
    void point(QPointF picture, bool inside);
    /// Says something else in its place, as long as it is not empty: what a mend would do.
    void say(const QString& text);

signals:
    void stepped(std::optional<double> step);  ///< the step now, under the pointer

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QString edge_at(QPointF picture) const;

    const Session& session_;
    const EdgeMeter& edges_;
    Bench bench_ = Bench::passes;
    ShapeCount shapes_ = ShapeCount::three;
    QString label_, name_, figures_, said_;
};

}  // namespace underpaint
