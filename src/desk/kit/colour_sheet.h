// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QIcon>
#include <QWidget>
#include <optional>

#include "colour/oklab.h"
#include "desk/kit/colour_strip.h"

class QLineEdit;

namespace underpaint {

/// Picks a colour by hue, intensity and lightness, the three things a painter speaks of. A bar
/// each, painted with what moving it would give, and the sRGB figures as text. Never leaves the
/// gamut.
class ColourSheet : public QWidget {
    Q_OBJECT
public:
    explicit ColourSheet(QWidget* parent = nullptr);
    void set_colour(Rgb colour);
    Rgb colour() const;
    /// Colours by name, in a row at its foot; without any there is no row.
    void offer(const std::vector<NamedColour>& colours);

signals:
    void picked(Rgb colour);
    void released();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    /// Hue in degrees 0..360, intensity 0..1, lightness (OKLab) 0..1.
    struct Mix {
        float hue = 60, intensity = 0.5F, lightness = 0.6F;
    };
    static Rgb colour_of(const Mix& mix);
    static float& member(Mix& mix, int bar);
    QRectF bar_rect(int bar) const;
    void set_bar(int bar, float share);
    void take_text();
    void show_text();

    Mix mix_;
    int bar_ = 0;
    QLineEdit* text_;
    ColourStrip* offered_;
};

/// "#d08c3e", 8 bits a channel.
QString hex_of(Rgb colour);
/// A colour from typed text: six figures with or without "#", the name of one, or OKLCh as CSS
/// writes it ("oklch(0.62 0.11 57)", also with "62%"), brought into sRGB.
std::optional<Rgb> colour_from_text(const QString& text);
QColor qcolor(Rgb colour);
/// A square of it, for a menu.
QIcon swatch_of(Rgb colour);

}  // namespace underpaint
