// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <functional>

class QMenu;
class QScrollArea;

namespace underpaint {

// What the panels of a sheet are put together from.

/// A flat push button with a name for tests and a tooltip.
QPushButton* action_button(const char* name, const QString& label, const QString& about);
/// One that opens a menu.
QPushButton* choice_button(const char* name, const QString& label, const QString& about);
/// One of several of which one is on, or one that is on or off, as the lenses are.
QPushButton* switch_button(const char* name, const QString& label, const QString& about);
/// Takes all out of a menu that is filled anew, and the menus within it, which would stay.
void empty(QMenu& menu);
/// Gives a button a menu that is filled anew each time it opens.
void set_menu(QPushButton* button, std::function<void(QMenu&)> fill);
/// An entry of a menu that is ticked where it is what is so now.
void add_choice(QMenu& menu, const QString& label, bool now, const std::function<void()>& choose);
/// Shows the current choice on a button that opens a menu.
void show_choice(QPushButton* button, const QString& text);
/// Bold, above a group.
QLabel* group_title(const QString& text);
/// The first line of a sheet or a question, larger than the rest.
QLabel* large_label(const QString& text = {}, bool bold = false);
/// Secondary text that wraps.
QLabel* hint_label(const QString& text = {});
/// A row with the design's spacing.
QHBoxLayout* button_row(std::initializer_list<QWidget*> widgets);
/// Something that is moved up and down where it is higher than its place.
QScrollArea* scrolled(QWidget* inner);
/// Keeps a widget's room in its layout while it is hidden, so that nothing moves when it appears.
void keep_place(QWidget& widget);
/// A thin line across, between two groups.
QWidget* rule_line();
/// The name of a setting above what sets it.
QWidget* labelled(const QString& label, QWidget* control);

/// A step of the scale as a grey of the screen.
QColor grey_of_step(double step);
/// A stretch of the scale as a square of its value.
QIcon value_swatch(double step);

}  // namespace underpaint
