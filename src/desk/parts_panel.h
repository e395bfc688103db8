// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "audit/slivers.h"
#include "desk/canvas.h"
#include "desk/part_picker.h"
#include "painting/parameter.h"

class QLabel;
class QMenu;
class QPushButton;
class QStackedWidget;
class QTreeWidget;
class QTreeWidgetItem;

namespace underpaint {

class BarSlider;

/// The parts with their figures and their plan, and everything that makes, combines, mends and
/// removes them. Choosing one shows it alone.
class PartsPanel : public QWidget {
    Q_OBJECT
public:
    PartsPanel(Session& session, const ValuesMeter& values, Canvas& canvas,
               QWidget* parent = nullptr);
    /// Work on pixels is under way.
    bool busy() const { return picker_.busy() || slivers_job_.running(); }

signals:
    /// The part that is chosen; nothing when none is.
    void chosen_changed(std::optional<underpaint::PartId> part);

private:
    QWidget* table();
    QWidget* make_row();
    QWidget* tool_settings();
    QWidget* chosen_row();
    QWidget* sliver_row();
    BarSlider* setting(const Parameter& parameter, double PickSettings::*member);
    void refresh();
    void refresh_rows();
    void refresh_figures();
    void refresh_tools();
    void choose(PartId part);
    void edited(QTreeWidgetItem* item, int column);
    void plan_step(PartId part, const QString& text);
    void toggle_alone();
    void pick(QPointF picture);
    void move_chosen(int by);
    void look_for_slivers();
    void show_slivers(bool on);
    std::optional<PartId> chosen() const;
    PartTarget target() const;
    void fill_targets();

    Session& session_;
    const ValuesMeter& values_;
    Canvas& canvas_;
    PartPicker picker_;
    PickKind kind_ = PickKind::by_value;
    Combine how_ = Combine::replace;
    std::vector<Part> listed_;  // what the rows are of
    bool newly_chosen_ = false;
    LatestJob slivers_job_;
    std::vector<SharedPicture> searched_;  // masks that slivers were looked for between
    Slivers slivers_;
    QTreeWidget* parts_;
    QLabel *hint_, *sliver_text_;
    QMenu* targets_;
    QWidget *settings_, *chosen_row_, *sliver_row_;
    QStackedWidget* sliders_;
    QPushButton *outline_, *by_value_, *touching_, *target_;
    QPushButton *soften_, *snap_, *hide_, *up_, *down_, *remove_, *show_slivers_;
};

}  // namespace underpaint
