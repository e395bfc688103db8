// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/panes/bench.h"

namespace underpaint {

class PassSheet;

/// The right side of the Passes bench: the ledger, the chosen pass, and the way to lay another.
class PassesSheet : public QWidget {
    Q_OBJECT
public:
    explicit PassesSheet(const Desk& desk, QWidget* parent = nullptr);
    PassSheet& pass_sheet() { return *pass_sheet_; }
    void lay_pass();

private:
    Session& session_;
    PassSheet* pass_sheet_;
};

}  // namespace underpaint
