// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <optional>

#include "desk/bench.h"
#include "desk/measuring.h"
#include "desk/session.h"

namespace underpaint {

/// The value scale itself, light at the top. On its left the sealed distribution, filled; on its
/// right today's, outlined. Marks the pixel under the pointer. Below it the figures of the range.
class Ladder : public QWidget {
    Q_OBJECT
public:
    Ladder(const Session& session, const Measuring& measuring, QWidget* parent = nullptr);
    void set_bench(Bench bench);
    /// The step under the pointer; nothing when it has left the picture.
    void set_pointer(std::optional<double> step);

    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QRectF scale_rect() const;
    double y_of(double step) const;
    void draw_scale(QPainter& painter) const;
    void draw_distribution(QPainter& painter, bool left) const;
    void draw_figures(QPainter& painter) const;
    const StepHistogram* sealed_steps() const;
    const StepHistogram* steps_now() const;

    const Session& session_;
    const Measuring& measuring_;
    Bench bench_ = Bench::passes;
    std::optional<double> pointer_;
};

}  // namespace underpaint
