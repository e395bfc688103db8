// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <vector>

#include "painting/gradient_tools.h"

namespace underpaint {

/// A gradient map's own lightness at each value, against the diagonal on which values are kept. A
/// stretch where it falls is shaded. Stops are dragged along the scale; a double click adds one.
/// Keys: left and right choose a stop, up and down move it, Insert adds one after it, Delete takes
/// it off.
class GradientPlot : public QWidget {
    Q_OBJECT
public:
    explicit GradientPlot(QWidget* parent = nullptr);
    /// \param tune of the pass, which the plot is of; stops are shown as they are kept
    void set_gradient(const GradientStops& stops, Mixing mixing, const Tune& tune,
                      std::size_t chosen);
    /// The place of a stop, in pixels of the widget.
    QPointF place_of(std::size_t stop) const;
    QSize sizeHint() const override;

signals:
    void chosen(std::size_t stop);
    void moved(std::size_t stop, double at);  ///< 0..1
    void released();
    void wants_stop(double at);
    void wants_removed(std::size_t stop);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF plot() const;
    QPointF place(double at, double lightness) const;
    double at_of(double x) const;
    std::optional<std::size_t> stop_near(QPointF at) const;

    GradientStops stops_;
    Mixing mixing_ = Mixing::encoded;
    Tune tune_;
    std::vector<double> lightness_;  // along the gradient, 0..1
    std::vector<Turnover> turnovers_;
    std::size_t chosen_ = 0;
    bool dragging_ = false;
};

}  // namespace underpaint
