// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>
#include <vector>

#include "desk/view/canvas.h"
#include "desk/work/ask_for_file.h"

class QMenu;
class QPushButton;

namespace underpaint {

class FoldingRow;

/// The lenses above the canvas; beside them the two sides of the twin, or how one squints, or
/// mirror and upend. Lenses that do not fit fold into a menu.
class LensRow : public QWidget {
    Q_OBJECT
public:
    LensRow(Session& session, Canvas& canvas, AskForFile ask, QWidget* parent = nullptr);
    /// The side of the seal line whose lenses are to be had.
    void set_stage(Stage stage);
    /// Whether there are charts to go to.
    void set_charts(bool any);
    /// Two seals are side by side: a twin or their drift is to be had, nothing else.
    void set_comparing(bool on);

signals:
    void wants_charts();

private:
    void refresh();
    bool has(Lens lens) const;
    bool ghost_wanted() const;
    void refresh_ghost();
    QPushButton* lens_button(const QString& label, const QString& about);
    QPushButton* side_button(const char* name, bool left);
    void fill_side(QMenu& menu, bool left);
    void set_side(bool left, const TwinSide& side);
    QPushButton* blur_button();
    QPushButton* severity_button();
    QPushButton* paper_button();

    Session& session_;
    Canvas& canvas_;
    AskForFile ask_;
    bool comparing_ = false;
    Stage stage_ = Stage::colour;
    FoldingRow* fold_;
    std::vector<QPushButton*> lenses_;  // in it
    QPushButton *left_, *right_, *blur_, *severity_, *paper_, *across_, *mirror_, *upend_, *ghost_,
        *charts_;
};

}  // namespace underpaint
