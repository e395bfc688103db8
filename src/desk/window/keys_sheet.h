// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desk/kit/over_sheet.h"

namespace underpaint {

/// Every key and what it does.
class KeysSheet : public OverSheet {
    Q_OBJECT
public:
    explicit KeysSheet(QWidget& over);
};

}  // namespace underpaint
