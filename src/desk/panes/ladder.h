// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <optional>

#include "desk/panes/bench.h"

namespace underpaint {

/// The value scale itself, light at the top. On its left one distribution, filled; on its right
/// another, outlined, or the plan: the range and the splits, which are dragged here, and the foci;
/// or the bench's own handles along a strip of colours. Marks the pixel under the pointer. Below it
/// some figures. What of this there is, the bench says.
class Ladder : public QWidget {
    Q_OBJECT
public:
    Ladder(Session& session, const FocusMeter& foci, QWidget* parent = nullptr);
    void set_bench(Bench& bench);
    /// The step under the pointer; nothing when it has left the picture.
    void set_pointer(std::optional<double> step);

    /// Which splits are shown and can be moved; nothing for none.
    void set_shapes(std::optional<ShapeCount> count);
    /// The place of a step, in pixels from the top.
    double y_of(double step) const;

    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void take_face();
    void say_face();
    QRectF scale_rect() const;
    double step_at(double y) const;
    int cells() const;
    /// The line that is dragged: a split, an end of the planned range, or a handle of the bench.
    struct Line {
        enum class Kind { split, darkest, lightest, handle } kind;
        std::size_t index = 0;
        double step = 0;
        friend bool operator==(const Line& a, const Line& b) {
            return a.kind == b.kind && a.index == b.index;
        }
    };
    std::vector<Line> lines() const;
    std::optional<Line> line_near(QPointF at) const;
    bool is_chosen(const Line& line) const;
    void choose(const Line& line);
    void move(const Line& line, double step);
    void move_split(std::size_t index, double step);
    void move_range(Line::Kind end, double step);
    const Splits* splits() const;
    void draw_splits(QPainter& painter) const;
    void draw_strip(QPainter& painter) const;
    void draw_pull(QPainter& painter) const;
    void draw_handles(QPainter& painter) const;
    void draw_range(QPainter& painter) const;
    void draw_foci(QPainter& painter) const;
    void draw_scale(QPainter& painter) const;
    void draw_hidden(QPainter& painter) const;
    void draw_distribution(QPainter& painter, bool left) const;
    void draw_pointer(QPainter& painter) const;
    void draw_figures(QPainter& painter) const;

    Session& session_;
    const FocusMeter& foci_;
    Bench* bench_ = nullptr;
    LadderFace face_;
    std::optional<double> pointer_;
    std::optional<ShapeCount> shapes_;
    std::optional<Line> chosen_;  // the line that keys move
    bool dragging_ = false;
};

}  // namespace underpaint
