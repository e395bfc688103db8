// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QKeyEvent>
#include <QObject>
#include <QPainter>
#include <QPointF>

namespace underpaint {

/// The place of the pointer while a tool draws itself.
struct PointerAt {
    QPointF canvas;
    bool over = false;  ///< the canvas, and nothing else
    QSize size;         ///< of the canvas
};

/// The action of the left button and keys on the canvas. One file each; the canvas knows tools only
/// through this interface. Points are logical pixels of the canvas, pressure is 0..1.
class CanvasTool : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    /// True when the press took hold of something; the moves that follow are its own then.
    virtual bool press(QPointF at, double pressure) = 0;
    virtual void move(QPointF at, double pressure) = 0;
    virtual void release() = 0;
    /// The pointer moved with no button down.
    virtual void hover(QPointF) {}
    virtual void double_click(QPointF, double) {}
    /// True when it meant something.
    virtual bool key(const QKeyEvent&) { return false; }
    /// A pen paints with its pressure; for tools that have no use for it, it is a mouse.
    virtual bool wants_pen() const { return false; }
    /// Whatever was begun is given up.
    virtual void put_down() {}
    virtual void draw(QPainter&, const PointerAt&) const {}

signals:
    void done();  ///< it puts itself down
};

}  // namespace underpaint
