// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "desk/view/tools/canvas_tool.h"
#include "desk/view/view_transform.h"
#include "desk/work/session.h"
#include "raster/brush.h"

namespace underpaint {

/// Paints the reach of a value pass, with the pressure of a pen. Each stroke is one step of the
/// history. The brackets size the brush.
class BrushTool : public CanvasTool {
    Q_OBJECT
public:
    BrushTool(Session& session, const ViewTransform& transform)
        : session_(session), transform_(transform) {}

    /// Whose reach is painted; nothing paints nothing. A stroke under way is ended.
    void set_pass(std::optional<std::size_t> value_pass);

    const Brush& brush() const { return brush_; }
    void set_brush(const Brush& brush);
    /// Larger or smaller, between a pixel and half the picture.
    void resize(double by);

    bool press(QPointF canvas, double pressure) override;
    void move(QPointF canvas, double pressure) override;
    void release() override;
    void double_click(QPointF at, double pressure) override { press(at, pressure); }
    bool key(const QKeyEvent& event) override;
    bool wants_pen() const override { return true; }
    void put_down() override { release(); }
    void draw(QPainter& painter, const PointerAt& pointer) const override;
    bool painting() const { return stroke_.has_value(); }

signals:
    void brush_changed();

private:
    void lay_down();

    Session& session_;
    const ViewTransform& transform_;
    std::optional<std::size_t> pass_;
    Brush brush_;
    std::optional<BrushStroke> stroke_;
    std::optional<Picture> mask_;  // as painted so far
    SharedPicture shared_;         // as the painting has it
    Rect fresh_;                   // what of it the painting has not yet
    bool waiting_ = false;         // to lay it down
};

/// The reach a pass is given before anything is painted: nothing.
SharedPicture unpainted(Size size);

}  // namespace underpaint
