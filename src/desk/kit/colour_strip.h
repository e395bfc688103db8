// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <vector>

#include "colour/rgb.h"

namespace underpaint {

/// A colour and what it is called.
struct NamedColour {
    QString name;
    Rgb colour;
};

/// A row of colours to take one from. Arrows choose, Space or Enter takes.
class ColourStrip : public QWidget {
    Q_OBJECT
public:
    explicit ColourStrip(QWidget* parent = nullptr);
    /// Sets the colours; those that do not fit are not shown.
    void set_colours(std::vector<Rgb> colours);
    /// Named ones, whose tool tips are their names.
    void set_named(const std::vector<NamedColour>& colours);
    const std::vector<Rgb>& colours() const { return colours_; }
    QSize sizeHint() const override;

signals:
    void taken(underpaint::Rgb colour);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    QRect box(std::size_t index) const;

    std::vector<Rgb> colours_;
    QStringList names_;  // of the first of them
    std::size_t chosen_ = 0;
};

}  // namespace underpaint
