// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QImage>
#include <QPainterPath>

#include "raster/pyramid.h"

class QPainter;

namespace underpaint {

/// Covers the rest of a picture while one thing of it is shown by itself: an even grey that takes
/// its contrast, near the surround, but lighter behind something dark and darker behind something
/// light, so that either can be seen; and the border of the thing shown.
class Veil {
public:
    Veil() = default;
    /// \param mask of what is shown, \param picture that it is of, of any size both,
    /// \param surround the step around the picture
    Veil(const Pyramid& mask, const Pyramid& picture, double surround);

    /// Over the whole picture, which lies at `whole`.
    void draw(QPainter& painter, const QRectF& whole, bool mirrored, bool upended) const;
    /// Whether a place of the picture, whose sides are 1 long, is shown.
    bool covers(QPointF place) const;
    /// The step of the grey.
    double step() const { return step_; }

private:
    QImage veil_, mask_;
    QPainterPath border_;  // on a picture whose sides are 1 long
    double step_ = 5;
};

}  // namespace underpaint
