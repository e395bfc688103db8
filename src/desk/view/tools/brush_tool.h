// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "desk/view/tools/canvas_tool.h"
#include "desk/view/view_transform.h"
#include "desk/work/session.h"
#include "painting/stage.h"
#include "raster/brush.h"

namespace underpaint {

/// The target of a brush: the area where a pass lands, or the colour of a painted one.
struct BrushTarget {
    enum class What { reach, colour } what = What::reach;
    Stage stage = Stage::values;
    std::size_t pass = 0;
    friend bool operator==(const BrushTarget&, const BrushTarget&) = default;
};

/// Paints with the pressure of a pen. Each stroke is one step of the history. The brackets size the
/// brush; C, pressed or held, picks the colour under the pointer.
class BrushTool : public CanvasTool {
    Q_OBJECT
public:
    BrushTool(Session& session, const ViewTransform& transform)
        : session_(session), transform_(transform) {}

    /// Nothing paints nothing. A stroke under way is ended.
    void set_target(std::optional<BrushTarget> target);
    const std::optional<BrushTarget>& target() const { return target_; }
    /// Which way the strokes of the picture go, for a brush that stretches along them.
    void set_angles(StrokeAngles angles) { angles_ = std::move(angles); }

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
    void hover(QPointF canvas) override { at_ = canvas; }
    void draw(QPainter& painter, const PointerAt& pointer) const override;
    bool painting() const { return stroke_.has_value(); }

signals:
    void brush_changed();
    void stroke_ended();
    void wants_colour(QPointF picture);  ///< from the picture there

private:
    const Pass* pass() const;
    SharedPicture canvas_of(const Pass& pass) const;
    void lay_down();

    Session& session_;
    const ViewTransform& transform_;
    std::optional<BrushTarget> target_;
    Brush brush_;
    StrokeAngles angles_;
    QPointF at_;  // on the canvas
    std::optional<BrushStroke> stroke_;
    std::optional<Picture> picture_;  // as painted so far
    SharedPicture shared_;            // as the painting has it
    Rect fresh_;                      // what of it the painting has not yet
    bool waiting_ = false;            // to lay it down
};

/// The reach a pass is given before anything is painted: nothing.
SharedPicture unpainted(Size size);

}  // namespace underpaint
