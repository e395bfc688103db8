// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/view/tools/canvas_tool.h"
#include "desk/view/view_transform.h"

namespace underpaint {

/// Picks spots of the picture. What was picked by a click is not picked again by a second one right
/// after it.
class PickTool : public CanvasTool {
    Q_OBJECT
public:
    explicit PickTool(const ViewTransform& transform) : transform_(transform) {}

    bool press(QPointF at, double) override {
        const QPointF picture = transform_.to_picture(at);
        const Size size = transform_.picture();
        if (pixel_at(size, {picture.x(), picture.y()})) emit picked(picture);
        return false;
    }
    void move(QPointF, double) override {}
    void release() override {}

signals:
    void picked(QPointF picture);

private:
    const ViewTransform& transform_;
};

}  // namespace underpaint
