// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/view/canvas.h"

class QLabel;
class QPushButton;
class QListWidget;
class QListWidgetItem;

namespace underpaint {

class ValuePassSettings;

/// The value passes, above the seal line: laying them, switching them off and on, and the settings
/// of the chosen one.
class ValuePassPanel : public QWidget {
    Q_OBJECT
public:
    ValuePassPanel(Session& session, const ValuesMeter& values, Canvas& canvas,
                   QWidget* parent = nullptr);

private:
    QLayout* lay_row();
    void lay(const QString& name, Source source, Intent intent, bool painted);
    void lay_range();
    void switch_pass(const QListWidgetItem& row);
    void refresh();
    void choose_row();

    Session& session_;
    const ValuesMeter& values_;
    Canvas& canvas_;
    std::vector<std::pair<QString, bool>> listed_;  // what the rows say, and whether they are on
    QListWidget* list_;
    QLabel* empty_;
    ValuePassSettings* settings_;
    QPushButton* range_;
};

}  // namespace underpaint
