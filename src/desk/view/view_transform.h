// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QPointF>
#include <QRectF>
#include <QSizeF>

#include "render/view.h"

namespace underpaint {

/// How the picture lies in the canvas: zoomed, panned, perhaps mirrored or upended. Picture points
/// are pixels of the picture, canvas points logical pixels of the widget.
class ViewTransform {
public:
    void set_picture(Size picture);
    Size picture() const { return picture_; }
    void set_canvas(QSizeF canvas);
    void set_margin(double margin) { margin_ = margin; }

    /// Screen pixels a picture pixel; 1 is one to one.
    double zoom() const { return zoom_; }
    bool fits() const { return fit_; }
    void fit();
    /// Zooms so that what is under `at` stays there.
    void zoom_about(QPointF at, double zoom);
    void pan(QPointF by);
    void mirror() { mirrored_ = !mirrored_; }
    void upend() { upended_ = !upended_; }
    bool mirrored() const { return mirrored_; }
    bool upended() const { return upended_; }

    QPointF to_canvas(QPointF picture) const;
    QPointF to_picture(QPointF canvas) const;
    /// The place of a view's pixels.
    QRectF to_canvas(const View& view) const;
    QRectF picture_on_canvas() const;

    /// The view that fills the canvas on a screen of `ratio` device pixels a pixel; an empty area
    /// when the picture is out of sight.
    View view_for(double ratio) const;

private:
    void keep_in_reach();

    Size picture_;
    QSizeF canvas_;
    QPointF centre_;  // the picture point in the middle of the canvas
    double zoom_ = 1, margin_ = 0;
    bool fit_ = true, mirrored_ = false, upended_ = false;
};

}  // namespace underpaint
