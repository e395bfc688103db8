// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAccessible>
#include <QWidget>
#include <functional>

namespace underpaint {

// What assistive technology is told of widgets that draw themselves. Their names and descriptions
// are those of QWidget; here is what a QWidget does not have.

/// A figure that a widget sets.
struct AccessibleFigure {
    std::function<double()> value;
    std::function<void(double)> set;  ///< as a person would: the widget tells of it
    double least = 0, most = 1, step = 0.01;
    std::function<QString()> text;  ///< the figure in words: "35%"
};

/// The widget is one of a kind: a chart, a list, a picture ...
void set_accessible_role(QWidget& widget, QAccessible::Role role);
/// It is a slider with a figure.
void set_accessible_figure(QWidget& widget, AccessibleFigure figure);
/// Sets the widget's accessible text; tells assistive technology where it changed.
void set_accessible_text(QWidget& widget, const QString& text);
/// The figure of a slider changed.
void tell_figure_changed(QWidget& widget);

/// Makes roles and figures known to Qt; once, before any widget is made.
void install_accessibility();

}  // namespace underpaint
