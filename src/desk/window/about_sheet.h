// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/kit/over_sheet.h"

class QGridLayout;
class QLabel;

namespace underpaint {

/// Which versions run here, where the program keeps what it keeps, and what to send along with a
/// report of a fault.
class AboutSheet : public OverSheet {
    Q_OBJECT
public:
    explicit AboutSheet(QWidget& over);

    /// All of it as plain text, and the end of the log.
    static QString text();

protected:
    void showEvent(QShowEvent* event) override;

private:
    QGridLayout* rows_;
    QLabel* log_;
};

}  // namespace underpaint
