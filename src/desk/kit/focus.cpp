// SPDX-License-Identifier: GPL-3.0-or-later
#include "desk/kit/focus.h"

#include <QVariant>
#include <QWidget>

namespace underpaint {

void set_enabled(QWidget& widget, bool on, QWidget& host) {
    constexpr const char* lent = "focus_lent";
    if (!on && widget.hasFocus()) {
        host.setFocus(Qt::OtherFocusReason);
        widget.setProperty(lent, true);
    }
    widget.setEnabled(on);
    if (!on || !widget.property(lent).toBool()) return;
    widget.setProperty(lent, false);
    if (host.hasFocus()) widget.setFocus(Qt::OtherFocusReason);
}

}  // namespace underpaint
