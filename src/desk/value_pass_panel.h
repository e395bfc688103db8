// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/canvas.h"
#include "desk/simulated_pen.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QListWidget;
class QListWidgetItem;

namespace underpaint {

class BarSlider;
class CurveEditor;

/// The value passes, above the seal line: laying them, switching them off and on, their settings,
/// and the brush that paints where they land.
class ValuePassPanel : public QWidget {
    Q_OBJECT
public:
    ValuePassPanel(Session& session, const ValuesMeter& values, Canvas& canvas,
                   QWidget* parent = nullptr);

private:
    QWidget* lay_row();
    QWidget* settings();
    QWidget* brush_row();
    void lay(const QString& name, Source source, Intent intent, bool painted);
    void lay_range();
    void refresh();
    void refresh_rows();
    void refresh_settings();
    void refresh_brush();
    void take_up_brush(bool takes_off);
    void choose(std::optional<std::size_t> pass);
    const Pass* pass() const;
    template <class Change>
    void change(const QString& what, Change change, const QString& gesture = {});
    void move_chosen(int by);

    Session& session_;
    const ValuesMeter& values_;
    Canvas& canvas_;
    SimulatedPen pen_;
    std::optional<std::size_t> chosen_;
    std::vector<std::pair<QString, bool>> listed_;  // what the rows say, and whether they are on
    QListWidget* list_;
    QLabel *empty_, *reach_;
    QWidget *settings_, *brush_row_;
    CurveEditor* curve_;
    BarSlider *strength_, *radius_, *amount_, *size_, *flow_, *hardness_;
    QPushButton *paint_, *take_off_, *everywhere_, *up_, *down_, *remove_, *simulate_;
    QPushButton* range_;
};

}  // namespace underpaint
