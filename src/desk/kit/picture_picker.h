// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QMouseEvent>
#include <QWidget>

#include "colour/rgb.h"

namespace underpaint {

/// A small picture to pick colours from: a press or a drag takes what is under the pointer, arrows
/// move a cross and Space takes what is under it.
class PicturePicker : public QWidget {
    Q_OBJECT
public:
    explicit PicturePicker(QWidget* parent = nullptr);
    /// Hidden without one.
    void set_picture(const QImage& picture);

signals:
    void picked(underpaint::Rgb colour);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override { pick(event->position()); }
    void mouseMoveEvent(QMouseEvent* event) override { pick(event->position()); }
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF place() const;
    void pick(QPointF at);
    void take();

    QImage picture_;
    QPoint at_;  // the cross, in its pixels
};

}  // namespace underpaint
