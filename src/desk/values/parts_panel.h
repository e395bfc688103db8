// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "audit/slivers.h"
#include "desk/values/parts_table.h"
#include "desk/view/canvas.h"
#include "desk/work/part_picker.h"
#include "terms/parameter.h"

class QLabel;
class QMenu;
class QPushButton;
class QStackedWidget;

namespace underpaint {

class BarSlider;

/// The parts with their figures and their plan, and everything that makes, combines, mends and
/// removes them. Choosing one shows it alone.
class PartsPanel : public QWidget {
    Q_OBJECT
public:
    PartsPanel(Session& session, const ValuesMeter& values, Canvas& canvas,
               QWidget* parent = nullptr);
    /// How many parts are seen at once.
    void set_rows(int rows) { parts_->set_rows(rows); }
    /// Work on pixels is under way.
    bool busy() const { return picker_.busy() || slivers_job_.running(); }

private:
    QWidget* make_row();
    QWidget* tools();
    QWidget* chosen_row();
    QWidget* sliver_row();
    BarSlider* setting(const Parameter& parameter, double PickSettings::*member);
    void refresh();
    void refresh_tools();
    void choose(PartId part);
    void show_alone(PartId part);
    void toggle_alone(bool again);
    void pick(QPointF picture);
    void move_chosen(int by);
    void look_for_slivers();
    void show_slivers(bool on);
    PartTarget target() const;
    void fill_targets();

    Session& session_;
    Canvas& canvas_;
    PartPicker picker_;
    PickKind kind_ = PickKind::by_value;
    Combine how_ = Combine::replace;
    LatestJob slivers_job_;
    std::vector<SharedPicture> searched_;  // masks that slivers were looked for between
    Slivers slivers_;
    PartsTable* parts_;
    bool shows_part_ = false;  // alone, on the canvas
    QLabel *hint_, *sliver_text_;
    QMenu* targets_;
    QWidget *chosen_row_, *sliver_row_;
    QStackedWidget* tools_;  ///< of the pick at work, else of the chosen part
    QPushButton *outline_, *by_value_, *touching_, *target_;
    QPushButton *soften_, *snap_, *hide_, *up_, *down_, *remove_, *show_slivers_;
};

}  // namespace underpaint
