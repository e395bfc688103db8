// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/view/veil.h"
#include "raster/rgb_block.h"

namespace underpaint {

/// A save with all but what changed put back, and a border around that.
class WhereView : public QWidget {
    Q_OBJECT
public:
    explicit WhereView(QWidget* parent = nullptr);
    /// \param place how far each pixel belongs to what changed, 0..1; as large as the picture
    void show_place(const RgbBlock& picture, const FloatBlock& place);

signals:
    void closed();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QImage picture_;
    Veil veil_;
};

}  // namespace underpaint
