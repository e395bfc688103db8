// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/panes/bench.h"

class QPushButton;

namespace underpaint {

class BriefPanel;
class RoutePanel;
class RulesPanel;

/// The right side of the Brief bench: the lines of the brief, the house rules, the route, and what
/// to go on with.
class BriefSheet : public QWidget {
    Q_OBJECT
public:
    explicit BriefSheet(const Desk& desk, QWidget* parent = nullptr);

signals:
    void wants_step(std::size_t step);
    void wants_late_change();

private:
    void refresh();

    Session& session_;
    const BriefMeter& meter_;
    QPushButton* main_;
};

}  // namespace underpaint
