// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "terms/value_band.h"

namespace underpaint {

/// Chooses the value band that a pass lands on: the scale lying on its side with a bar at either
/// end of the band, in half steps, and the soft ends shown. Home and End pick a bar, the arrows
/// move it; Alt with the arrows makes the ends softer or harder; a drag up or down does the same.
class BandSlider : public QWidget {
    Q_OBJECT
public:
    explicit BandSlider(QWidget* parent = nullptr);
    const ValueBand& band() const { return band_; }
    void set_band(const ValueBand& band);
    QSize sizeHint() const override;

signals:
    void moved(ValueBand band);
    void released();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF scale() const;
    double x_of(double step) const;
    void change(ValueBand band);

    ValueBand band_;
    bool low_end_ = false;  // which bar the pointer or the keys move
    double press_y_ = 0;
    float press_soft_ = 0;
};

}  // namespace underpaint
