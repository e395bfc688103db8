// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/window/file_desk.h"

class QVBoxLayout;

namespace underpaint {

/// Stands in place of the canvas before there is a painting, and says what to do next.
class EmptyState : public QWidget {
    Q_OBJECT
public:
    EmptyState(FileDesk& files, QWidget* parent = nullptr);

signals:
    /// The demo painting is to be shown step by step.
    void wants_walk();

protected:
    void showEvent(QShowEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    FileDesk& files_;
    QVBoxLayout* recent_;
};

}  // namespace underpaint
