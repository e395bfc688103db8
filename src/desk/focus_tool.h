// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPointF>
#include <optional>

#include "desk/session.h"
#include "desk/view_transform.h"

namespace underpaint {

/// Moves, resizes and places the foci on the canvas. Each drag is one step of the history.
class FocusTool {
public:
    FocusTool(Session& session, const ViewTransform& transform)
        : session_(session), transform_(transform) {}

    enum class Grip { none, centre, rim };
    /// What of which focus lies under a point of the canvas.
    Grip grip_at(QPointF canvas) const;

    /// The next press sets a new focus down, and the drag from there its radius. At most three.
    void begin_placing();
    void cancel_placing() { placing_ = false; }
    bool placing() const { return placing_; }
    static constexpr std::size_t kMostFoci = 3;

    /// True when the press took hold of something.
    bool press(QPointF canvas);
    void move(QPointF canvas);
    void release();
    bool dragging() const { return dragging_; }

    /// The focus that was last taken hold of; keys act on it.
    std::optional<std::size_t> chosen() const;
    /// By shares of the picture's long side.
    void nudge(double right, double down);
    void grow(double by);
    void remove();
    void let_go() { chosen_.reset(); }

private:
    struct Hold {
        std::size_t focus;
        Grip grip;
    };
    std::optional<Hold> hold_at(QPointF canvas) const;
    void change(const QString& label, std::size_t index, Focus focus, const QString& gesture);
    double long_side() const;

    Session& session_;
    const ViewTransform& transform_;
    bool placing_ = false, dragging_ = false;
    std::optional<std::size_t> chosen_;
    Grip grip_ = Grip::none;
    QPointF offset_;  // from the centre to where it was taken hold of, in pixels of the picture
};

}  // namespace underpaint
