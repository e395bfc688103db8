// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QApplication>
#include <QFont>

namespace underpaint {

/// Which greys: those for a usual room, for a bright one, or whichever the system's own are nearer
/// to.
enum class Look { as_system, dark, light };

/// Loads the fonts that ship with the program and sets style, palette and sizes for the whole
/// application. Sizes are the design's at the system's usual text size and grow with it.
void dress(QApplication& application, Look look = Look::dark);
/// Other greys, at once and everywhere; widgets that keep a grey hear of it by a style change.
void set_look(Look look);

/// A length of the design in pixels, at the system's text size.
int scaled(double pixels);

// Type. Words and figures stand in one face: its digits are all of one width, so that columns with
// the same number of decimals line up.
QFont body_font(bool bold = false);
QFont secondary_font();
QFont figure_font(double pixels = 11, bool bold = false);
QFont code_font(double pixels = 11);  ///< for hexadecimal codes and paths

}  // namespace underpaint
