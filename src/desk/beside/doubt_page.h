// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/beside/watching.h"

class QLabel;
class QPushButton;

namespace underpaint {

/// Asks whether a saved picture is the one that was sealed, with both shown.
class DoubtPage : public QWidget {
    Q_OBJECT
public:
    explicit DoubtPage(Watching& watching, QWidget* parent = nullptr);
    void follow();

private:
    Watching& watching_;
    QLabel *words_, *sealed_, *saved_;
    QPushButton *same_, *leave_;
};

}  // namespace underpaint
