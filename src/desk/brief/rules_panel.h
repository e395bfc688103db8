// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <array>

#include "desk/panes/bench.h"

class QGridLayout;
class QLabel;
class QLineEdit;
class QPushButton;

namespace underpaint {

/// The painter's own rules, each kept for every painting or, where it says *here*, otherwise in
/// this one. The one that is pointed at says why some hold it and others don't.
class RulesPanel : public QWidget {
    Q_OBJECT
public:
    explicit RulesPanel(const Desk& desk, QWidget* parent = nullptr);

protected:
    void showEvent(QShowEvent*) override { refresh(); }
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void add_row(QGridLayout& grid, const HouseRuleText& text);
    void refresh();
    void set(HouseRule rule, double value);
    void set_here(HouseRule rule, bool here);
    void explain(const HouseRuleText* text);

    Session& session_;
    struct Row {
        QPushButton *words = nullptr, *here = nullptr;
        QLineEdit* number = nullptr;
    };
    std::array<Row, kHouseRules.size()> rows_{};
    QLabel* why_;
};

}  // namespace underpaint
