// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/palette/palette_edits.h"
#include "desk/palette/palette_meter.h"

namespace underpaint {

/// Hue and chroma as a disc seen from above: neutrals in the middle, warm above, cool below. The
/// picture's colours are a field of dots, those of the palette discs by their area, which can be
/// dragged: hue and chroma change and the step stays, or with Shift the step alone.
class HueDisc : public QWidget {
    Q_OBJECT
public:
    HueDisc(Session& session, PaletteEdits& edits, PaletteMeter& meter, QWidget* parent = nullptr);

    /// The step at which the limit of sRGB is drawn; nothing: that of the chosen colour.
    void set_limit_step(std::optional<double> step);
    /// The place of an OKLCh hue and chroma.
    QPointF place_of(float hue, float chroma) const;

    QSize minimumSizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    struct Spot {
        float hue, chroma;
    };
    QPointF middle() const;
    double radius() const;
    Spot spot_at(QPointF place) const;
    double disc_radius(std::size_t place) const;
    std::optional<std::size_t> disc_at(QPointF place) const;
    void draw_ground(QPainter& painter) const;
    void draw_dots(QPainter& painter) const;
    void draw_colours(QPainter& painter) const;
    void draw_ghosts(QPainter& painter) const;
    void move_chosen(float hue, float chroma, float light, const QString& gesture);
    void refresh();

    Session& session_;
    PaletteEdits& edits_;
    PaletteMeter& meter_;
    std::optional<double> limit_step_;
    bool dragging_ = false;
    bool moved_ = false;
    QPointF pressed_;
    float pressed_light_ = 0;
};

}  // namespace underpaint
