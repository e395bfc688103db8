// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFont>

namespace underpaint {

inline constexpr const char *kTextFamily = "B612 Underpaint", *kCodeFamily = "B612 Underpaint Mono";

/// Makes the fonts that ship with the program known to Qt. Needs a QGuiApplication; done once.
void load_fonts();

}  // namespace underpaint
