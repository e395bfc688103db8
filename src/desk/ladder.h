// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <optional>

#include "desk/bench.h"
#include "desk/measuring.h"
#include "desk/session.h"

namespace underpaint {

/// The value scale itself, light at the top. On its left the sealed distribution, filled; on its
/// right today's, outlined, or the plan's splits, which are dragged here. Marks the pixel under the
/// pointer. Below it the figures of the range.
class Ladder : public QWidget {
    Q_OBJECT
public:
    Ladder(Session& session, const Measuring& measuring, QWidget* parent = nullptr);
    void set_bench(Bench bench);
    /// The step under the pointer; nothing when it has left the picture.
    void set_pointer(std::optional<double> step);

    /// Which splits are shown and can be moved; nothing for none.
    void set_shapes(std::optional<ShapeCount> count);
    /// Where a step stands, in pixels from the top.
    double y_of(double step) const;

    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF scale_rect() const;
    double step_at(double y) const;
    const Splits* splits() const;
    std::optional<std::size_t> split_near(QPointF at) const;
    void move_split(std::size_t index, double step);
    void draw_splits(QPainter& painter) const;
    void draw_scale(QPainter& painter) const;
    void draw_distribution(QPainter& painter, bool left) const;
    void draw_figures(QPainter& painter) const;
    const StepHistogram* sealed_steps() const;
    const StepHistogram* steps_now() const;

    Session& session_;
    const Measuring& measuring_;
    Bench bench_ = Bench::passes;
    std::optional<double> pointer_;
    std::optional<ShapeCount> shapes_;
    std::size_t chosen_ = 0;  // the split that keys move
    bool dragging_ = false;
};

}  // namespace underpaint
