// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include "desk/view/canvas.h"

class QLabel;
class QPushButton;
class QVBoxLayout;

namespace underpaint {

class BarSlider;

/// Edits the plan of the values: range, key, shares of the shapes, the lead of the focus, and which
/// lights stay bare. The steps of parts are planned in their table, the range is dragged on the
/// ladder.
class PlanPanel : public QWidget {
    Q_OBJECT
public:
    PlanPanel(Session& session, const ValuesMeter& values, Canvas& canvas,
              QWidget* parent = nullptr);
    void set_shapes(ShapeCount count);

private:
    void build();
    void refresh();
    void fill_keys(QMenu* menu);
    void plan_range(bool on);
    void plan_shares(bool on);
    void move_share(std::size_t shape, float share);
    void fill_reserved();
    void show_reserved();
    void lay_out_reserved(const std::vector<PartId>& parts);
    template <class Change>
    void change(const QString& what, Change change, const QString& gesture = {});

    Session& session_;
    const ValuesMeter& values_;
    Canvas& canvas_;
    ShapeCount count_ = ShapeCount::three;
    QPushButton *range_, *key_, *shares_, *lead_on_, *place_focus_, *reserved_;
    QLabel *range_text_, *foci_text_;
    std::vector<BarSlider*> share_sliders_;
    BarSlider* lead_;
    /// Rows with the step from which each reserved part is reserved; made anew when others are
    /// reserved.
    QVBoxLayout* reserved_rows_;
    std::vector<std::pair<PartId, BarSlider*>> reserved_from_;
    ValueScale reserved_on_{};  ///< the scale that they are set on
};

}  // namespace underpaint
