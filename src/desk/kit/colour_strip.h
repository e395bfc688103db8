// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <vector>

#include "colour/rgb.h"

namespace underpaint {

/// A row of colours to take one from. Arrows choose, Space or Enter takes.
class ColourStrip : public QWidget {
    Q_OBJECT
public:
    explicit ColourStrip(QWidget* parent = nullptr);
    /// Those that do not fit are not shown.
    void set_colours(std::vector<Rgb> colours);
    const std::vector<Rgb>& colours() const { return colours_; }
    QSize sizeHint() const override;

signals:
    void taken(underpaint::Rgb colour);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRect box(std::size_t index) const;

    std::vector<Rgb> colours_;
    std::size_t chosen_ = 0;
};

}  // namespace underpaint
