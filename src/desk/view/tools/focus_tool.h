// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <optional>

#include "desk/view/tools/canvas_tool.h"
#include "desk/view/view_transform.h"
#include "desk/work/focus_meter.h"
#include "desk/work/session.h"

namespace underpaint {

/// Shows the foci on the canvas; moves, resizes and places them where that is wanted. Each drag is
/// one step of the history. It is there while no other tool is in hand: arrows move the chosen
/// focus, plus and minus resize it, Delete removes it.
class FocusTool : public CanvasTool {
    Q_OBJECT
public:
    FocusTool(Session& session, const ViewTransform& transform, const FocusMeter& meter)
        : session_(session), transform_(transform), meter_(meter) {}

    /// Whether foci can be changed; rivals are shown then.
    void set_editing(bool on);
    /// All rivals are shown and not only the strongest.
    void show_all_rivals(bool on) { all_rivals_ = on; }

    enum class Grip { none, centre, rim };
    /// The focus under a point of the canvas, and which part of it.
    Grip grip_at(QPointF canvas) const;

    /// The next press sets a new focus down, and the drag from there its radius. At most three.
    void begin_placing();
    void cancel_placing();
    bool placing() const { return placing_; }
    static constexpr std::size_t kMostFoci = 3;

    bool press(QPointF canvas, double pressure) override;
    void move(QPointF canvas, double pressure) override;
    void release() override;
    bool key(const QKeyEvent& event) override;
    void draw(QPainter& painter, const PointerAt& pointer) const override;
    /// For the pointer over a place of the canvas.
    Qt::CursorShape cursor_at(QPointF canvas) const;

    /// The focus that was last taken hold of; keys act on it.
    std::optional<std::size_t> chosen() const;
    /// Moves the focus by shares of the picture's long side.
    void nudge(double right, double down);
    void grow(double by);
    void remove();
    void let_go() { chosen_.reset(); }

signals:
    void placing_changed();

private:
    struct Hold {
        std::size_t focus;
        Grip grip;
    };
    std::optional<Hold> hold_at(QPointF canvas) const;
    void change(const QString& label, std::size_t index, Focus focus, const QString& gesture);
    double long_side() const;
    void draw_rivals(QPainter& painter, QSize canvas) const;
    void draw_ring(QPainter& painter, const Point& centre, double radius, double shade,
                   const QPen& pen) const;
    QPointF beside(const Point& centre, double radius) const;
    QString figures_of(std::size_t focus) const;

    Session& session_;
    const ViewTransform& transform_;
    const FocusMeter& meter_;
    bool editing_ = false, all_rivals_ = false, placing_ = false, dragging_ = false;
    std::optional<std::size_t> chosen_;
    Grip grip_ = Grip::none;
    QPointF offset_;  // from the centre to where it was taken hold of, in pixels of the picture
};

}  // namespace underpaint
