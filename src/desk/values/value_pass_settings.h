// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/work/session.h"

class QLabel;
class QLineEdit;
class QPushButton;

namespace underpaint {

class BarSlider;
class SourceEditor;
class Canvas;
class CurveEditor;

/// The settings of the chosen value pass, where it lands, and the brush that paints that.
class ValuePassSettings : public QWidget {
    Q_OBJECT
public:
    ValuePassSettings(Session& session, Canvas& canvas, QWidget* parent = nullptr);

    /// Begins to paint where the pass lands, or to take off what was painted.
    void take_up_brush(bool takes_off);

private:
    QWidget* source_settings();
    QWidget* common_settings();
    QLayout* actions();
    void take_chosen();
    void refresh();
    void refresh_tools();
    const Pass* pass() const;
    template <class Change>
    void change(const QString& what, Change change, const QString& gesture = {});
    void move_chosen(int by);
    void remove_chosen();

    Session& session_;
    Canvas& canvas_;
    QLineEdit* name_;
    CurveEditor* curve_;
    SourceEditor* sharpness_;
    BarSlider* strength_;
    QPushButton *parts_, *paint_, *take_off_, *everywhere_, *up_, *down_;
};

}  // namespace underpaint
