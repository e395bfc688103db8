// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/panes/bench.h"
#include "desk/versions/difference_table.h"
#include "desk/versions/versions_grid.h"

class QButtonGroup;

namespace underpaint {

/// The middle of the Versions bench: the lenses, the versions side by side, and where two differ.
class VersionsBoard : public QWidget {
    Q_OBJECT
public:
    VersionsBoard(const Desk& desk, VersionEdits& edits, const VersionsMeter& meter,
                  QWidget* parent = nullptr);
    VersionsGrid& grid() const { return *grid_; }

signals:
    void wants_part(underpaint::PartId part);

private:
    QWidget* head();

    VersionsGrid* grid_;
    DifferenceTable* table_;
    QButtonGroup* lenses_;
};

}  // namespace underpaint
