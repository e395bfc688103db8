// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPolygonF>
#include <optional>
#include <vector>

#include "desk/view/tools/canvas_tool.h"
#include "desk/view/view_transform.h"

namespace underpaint {

/// Something that lies on the picture, in its pixels: closed outlines, and points to drag.
struct CanvasShape {
    std::vector<QPolygonF> outlines;
    std::vector<QPointF> handles;

    bool empty() const { return outlines.empty() && handles.empty(); }
};

/// A circle as an outline.
QPolygonF ring_around(QPointF centre, double radius);

/// Drags the handles of what the chosen pass lays somewhere, or the whole of it from inside its
/// first outline. It is there while no other tool is in hand; arrows move the whole.
class HandlesTool : public CanvasTool {
    Q_OBJECT
public:
    explicit HandlesTool(const ViewTransform& transform) : transform_(transform) {}

    /// An empty one is none.
    void set_shape(CanvasShape shape);
    const CanvasShape& shape() const { return shape_; }

    bool press(QPointF canvas, double pressure) override;
    void move(QPointF canvas, double pressure) override;
    void release() override;
    bool key(const QKeyEvent& event) override;
    void draw(QPainter& painter, const PointerAt& pointer) const override;
    /// Nothing where there is nothing to take hold of.
    std::optional<Qt::CursorShape> cursor_at(QPointF canvas) const;

signals:
    void handle_dragged(std::size_t handle, QPointF to);  ///< in pixels of the picture
    void moved_by(QPointF by);                            ///< since it was last told
    void released();
    void shape_changed();

private:
    std::optional<std::size_t> handle_near(QPointF canvas) const;
    bool inside(QPointF canvas) const;

    const ViewTransform& transform_;
    CanvasShape shape_;
    std::optional<std::size_t> held_;  // which handle; while dragging without one, the whole
    QPointF last_;                     // in pixels of the picture
    bool dragging_ = false;
};

}  // namespace underpaint
