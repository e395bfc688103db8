// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QTableWidget>

#include "desk/practice/practice_session.h"

namespace underpaint {

/// The drills, each with how well it goes, how it went a month ago, and how many answers it has.
/// The chosen row is what is asked.
class DrillsTable : public QTableWidget {
    Q_OBJECT
public:
    explicit DrillsTable(PracticeSession& session, QWidget* parent = nullptr);

private:
    void refresh();

    PracticeSession& session_;
};

}  // namespace underpaint
