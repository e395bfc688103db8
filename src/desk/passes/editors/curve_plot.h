// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>
#include <optional>

#include "painting/sources/curve.h"

namespace underpaint {

/// Which of a Curve's four.
enum class CurveChannel { all, red, green, blue };
inline constexpr std::size_t kCurveChannels = 4;
CurvePoints& points_of(Curve& curve, CurveChannel channel);
const CurvePoints& points_of(const Curve& curve, CurveChannel channel);
/// A curve's points; of one without points its ends.
CurvePoints with_ends(CurvePoints points);

/// The curves over the scale: the step that comes in from left to right, the one that comes out
/// upwards. One channel's points are dragged, those of the others are drawn behind it. A double
/// click adds a point. Keys: left and right choose one, up and down move it, with Alt left and
/// right move it too, Delete takes it off.
class CurvePlot : public QWidget {
    Q_OBJECT
public:
    explicit CurvePlot(QWidget* parent = nullptr);
    void set_curve(const Curve& curve, CurveChannel channel);
    std::size_t chosen() const { return chosen_; }
    /// In pixels of the widget.
    QPointF place_of(std::size_t point) const;
    QSize sizeHint() const override;

signals:
    void moved(const underpaint::CurvePoints& points);  ///< of the channel
    void released();
    void point_chosen();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF plot() const;
    QPointF place(double in, double out) const;
    CurvePoint point_at(QPointF at) const;
    std::optional<std::size_t> point_near(QPointF at) const;
    void move_point(std::size_t index, CurvePoint to);
    void choose(std::size_t index);
    void draw_curve(QPainter& painter, CurveChannel channel) const;

    Curve curve_;
    CurveChannel channel_ = CurveChannel::all;
    CurvePoints points_;  // of the channel, with its ends
    std::size_t chosen_ = 0;
    bool dragging_ = false;
};

}  // namespace underpaint
