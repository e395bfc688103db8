// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

namespace underpaint {

/// Something to read over the whole of another widget. Any key or a click beside its controls puts
/// it away.
class OverSheet : public QWidget {
    Q_OBJECT
public:
    explicit OverSheet(QWidget& over);

    void toggle();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
};

}  // namespace underpaint
