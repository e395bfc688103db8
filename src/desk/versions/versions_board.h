// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/panes/bench.h"
#include "desk/versions/difference_table.h"
#include "desk/versions/versions_blind.h"
#include "desk/versions/versions_grid.h"
#include "desk/versions/versions_pair.h"

class QButtonGroup;
class QPushButton;
class QStackedWidget;

namespace underpaint {

/// The middle of the Versions bench: the lenses, the versions side by side, by pairs or blind, and
/// where two differ.
class VersionsBoard : public QWidget {
    Q_OBJECT
public:
    VersionsBoard(const Desk& desk, VersionEdits& edits, const VersionsMeter& meter,
                  QWidget* parent = nullptr);
    VersionsGrid& grid() const { return *grid_; }
    VersionSight& sight() const { return *sight_; }
    /// The pane that is shown now.
    VersionPane& pane() const;
    enum class Way { all, pair, blind };
    void show_way(Way way);
    /// Names and figures are to be hidden everywhere.
    bool looking_blind() const { return blind_->looking(); }

signals:
    void wants_part(underpaint::PartId part);
    void looking_blind_changed();

private:
    QWidget* head();
    void refresh();

    VersionSight* sight_;
    VersionsGrid* grid_;
    VersionsPair* pair_;
    VersionsBlind* blind_;
    QStackedWidget* ways_;
    QWidget* below_;
    DifferenceTable* table_;
    QButtonGroup* lenses_;
    QPushButton *turn_, *by_pair_, *by_blind_;
};

}  // namespace underpaint
