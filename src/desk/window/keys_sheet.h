// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

namespace underpaint {

/// Every key and what it does, over the whole of another widget. Any key or click puts it away.
class KeysSheet : public QWidget {
    Q_OBJECT
public:
    explicit KeysSheet(QWidget& over);

    void toggle();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
};

}  // namespace underpaint
