// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QWidget;

namespace underpaint {

// Keyboard focus while figures are made anew. Qt moves the focus of a widget that is switched off
// or hidden to the next one, wherever that is; these keep it near.

/// Switches a widget on or off. When it is switched off with the focus, the focus goes to `host`,
/// and back once the widget is on again, unless somebody has moved it meanwhile.
void set_enabled(QWidget& widget, bool on, QWidget& host);

}  // namespace underpaint
