// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QApplication>
#include <QFont>

namespace underpaint {

/// Loads the fonts that ship with the program and sets style, palette and sizes for the whole
/// application. Sizes are the design's at the system's usual text size and grow with it.
void dress(QApplication& application, bool light = false);

/// A length of the design in pixels, at the system's text size.
int scaled(double pixels);

/// Type: figures always stand in Mono, so that columns line up.
QFont body_font(bool bold = false);
QFont secondary_font();
QFont figure_font(double pixels = 11, bool bold = false);

}  // namespace underpaint
