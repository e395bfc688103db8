// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <vector>

#include "desk/view/tools/canvas_tool.h"
#include "desk/view/view_transform.h"

namespace underpaint {

/// Outlines a part point by point or freehand. Enter or a double click closes it, and so does a
/// drawn line that comes round; Backspace takes a point back.
class OutlineTool : public CanvasTool {
    Q_OBJECT
public:
    explicit OutlineTool(const ViewTransform& transform) : transform_(transform) {}

    bool press(QPointF at, double pressure) override;
    void move(QPointF at, double pressure) override;
    void release() override;
    void hover(QPointF at) override { tip_ = at; }
    void double_click(QPointF, double) override { finish(); }
    bool key(const QKeyEvent& event) override;
    void put_down() override;
    void draw(QPainter& painter, const PointerAt& pointer) const override;

signals:
    void outlined(std::vector<Point> points);  ///< in pixels of the picture

private:
    void add(QPointF at);
    bool finish();

    const ViewTransform& transform_;
    std::vector<Point> points_;
    QPointF last_, tip_;  // the last point, and the pointer, on the canvas
    bool drawing_ = false;
};

}  // namespace underpaint
