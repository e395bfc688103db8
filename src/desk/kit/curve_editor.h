// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "terms/curve.h"

namespace underpaint {

/// A tone curve over the scale: the step that comes in from left to right, the one that comes out
/// upwards. Five points of it are dragged up and down; left and right choose one, up and down move
/// it.
class CurveEditor : public QWidget {
    Q_OBJECT
public:
    explicit CurveEditor(QWidget* parent = nullptr);
    void set_curve(const CurvePoints& curve);
    QSize sizeHint() const override;
    /// The place of a handle, for tests.
    QPointF handle(std::size_t index) const;
    static constexpr std::size_t kHandles = 5;

signals:
    void moved(const underpaint::CurvePoints& curve);
    void released();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF plot() const;
    QPointF place(double in, double out) const;
    double out_of(double in) const;
    void move_handle(std::size_t index, double out);

    CurvePoints curve_;
    std::size_t chosen_ = kHandles / 2;
};

}  // namespace underpaint
